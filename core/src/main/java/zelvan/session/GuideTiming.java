package zelvan.session;

import zelvan.timing.TimingSettings;

/// What the guide itself is corrected to before the others follow it.
///
/// @param reference what
/// @param trackId the track, if that is the reference; else empty
/// @param timing how tightly
public record GuideTiming(Reference reference, String trackId, TimingSettings timing) {
    /// What the guide is lined up with.
    public enum Reference {
        /// Nothing: it is as it was sung, but for what is held by hand.
        ITSELF,
        /// The session's grid.
        GRID,
        /// The onsets of another track.
        TRACK
    }

    /// As it was sung.
    public static final GuideTiming AS_SUNG =
            new GuideTiming(Reference.ITSELF, "", new TimingSettings(0.5, 0));

    public GuideTiming toGrid() {
        return new GuideTiming(Reference.GRID, "", timing);
    }

    public GuideTiming toTrack(String id) {
        return new GuideTiming(Reference.TRACK, id, timing);
    }

    public GuideTiming toItself() {
        return new GuideTiming(Reference.ITSELF, "", timing);
    }

    public GuideTiming withTiming(TimingSettings value) {
        return new GuideTiming(reference, trackId, value);
    }
}
