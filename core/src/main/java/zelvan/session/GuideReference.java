package zelvan.session;

/// What the guide itself is lined up with before the others follow it; how tightly, its own
/// settings say.
///
/// @param kind what
/// @param trackId the track, if it is one; else empty
public record GuideReference(Kind kind, String trackId) {
    /// What the guide is lined up with.
    public enum Kind {
        /// Nothing: it is as it was sung, but for what is held by hand.
        ITSELF,
        /// The session's grid.
        GRID,
        /// The onsets of another track.
        TRACK,
        /// The middle of all voices that follow it, its own among them: there is no lead.
        MIDDLE
    }

    /// As it was sung.
    public static final GuideReference ITSELF = new GuideReference(Kind.ITSELF, "");

    public static final GuideReference GRID = new GuideReference(Kind.GRID, "");

    public static final GuideReference MIDDLE = new GuideReference(Kind.MIDDLE, "");

    public static GuideReference track(String id) {
        return new GuideReference(Kind.TRACK, id);
    }
}
