package zelvan.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.units.RecordedSpan;

/// What is done to one of the stretches that a voice is made of.
///
/// @param clips all of them
/// @param clip one of these
/// @param recordingSeconds how long its recording is
public record ClipHandles(Clips clips, Clip clip, double recordingSeconds) {
    /// The stretch that sounds at a moment of the voice; of two, the one that comes in.
    public static Optional<Clip> at(Clips clips, double seconds) {
        return clips.all().reversed().stream()
                .filter(c -> c.inVoice().orElseThrow().contains(seconds))
                .findFirst();
    }

    private RecordedSpan place() {
        return clip.inVoice().orElseThrow();
    }

    /// With it in another place; what was there gives way.
    ///
    /// @param seconds where it begins then
    public Clips moved(double seconds) {
        return laid(without(), clip.placedAt(Math.max(0, seconds)));
    }

    /// With it in another place as well; what was there gives way.
    ///
    /// @param seconds where the copy begins
    public Clips copied(double seconds) {
        return laid(clips, clip.placedAt(Math.max(0, seconds)));
    }

    /// Beginning earlier or later, with what its recording has there.
    ///
    /// @param seconds of the voice
    public Clips beginning(double seconds) {
        double end = place().endSeconds();
        return trimmed(Math.min(seconds, end - Clip.SHORTEST_SECONDS), end);
    }

    /// Ending earlier or later.
    ///
    /// @param seconds of the voice
    public Clips ending(double seconds) {
        double begin = place().startSeconds();
        return trimmed(begin, Math.max(seconds, begin + Clip.SHORTEST_SECONDS));
    }

    private Clips trimmed(double from, double to) {
        double shift = clip.shiftSeconds();
        double recordedFrom = Math.max(Math.max(0, from) - shift, 0);
        double recordedTo = Math.min(to - shift, recordingSeconds);
        if (recordedTo - recordedFrom < Clip.SHORTEST_SECONDS) {
            return clips;
        }
        Clip trimmed =
                Clip.of(
                                clip.recordingId(),
                                new RecordedSpan(recordedFrom, recordedTo),
                                recordedFrom + shift)
                        .withGain(clip.gainDecibels())
                        .withFades(clip.fadeInSeconds(), clip.fadeOutSeconds());
        return laid(without(), trimmed);
    }

    /// Coming in over some time; what ends there goes on as long, so that both sound.
    ///
    /// @param seconds 0 or more
    public Clips fadingIn(double seconds) {
        double fade = Math.clamp(seconds, 0, place().seconds());
        List<Clip> all = new ArrayList<>();
        for (Clip other : clips.all()) {
            all.add(
                    other.equals(clip)
                            ? clip.withFades(fade, clip.fadeOutSeconds())
                            : Clips.isSeam(other, clip)
                                    ? Clips.reaching(
                                                    other,
                                                    other.placedSeconds(),
                                                    place().startSeconds() + fade)
                                            .withFades(other.fadeInSeconds(), fade)
                                    : other);
        }
        return new Clips(all);
    }

    /// Going over some time; what begins there comes in as much earlier, so that both sound.
    ///
    /// @param seconds 0 or more
    public Clips fadingOut(double seconds) {
        double fade = Math.clamp(seconds, 0, place().seconds());
        List<Clip> all = new ArrayList<>();
        for (Clip other : clips.all()) {
            all.add(
                    other.equals(clip)
                            ? clip.withFades(clip.fadeInSeconds(), fade)
                            : Clips.isSeam(clip, other)
                                    ? Clips.reaching(
                                                    other,
                                                    place().endSeconds() - fade,
                                                    other.inVoice().orElseThrow().endSeconds())
                                            .withFades(fade, other.fadeOutSeconds())
                                    : other);
        }
        return Clips.sorted(all.stream());
    }

    private Clips without() {
        return new Clips(clips.all().stream().filter(c -> !c.equals(clip)).toList());
    }

    private static Clips laid(Clips others, Clip clip) {
        Clip faded =
                clip.withFades(
                        Math.max(Clips.EDGE_SECONDS, clip.fadeInSeconds()),
                        Math.max(Clips.EDGE_SECONDS, clip.fadeOutSeconds()));
        return others.taking(faded, faded.inVoice().orElseThrow());
    }
}
