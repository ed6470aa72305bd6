package zelvan.session;

import java.util.Optional;
import zelvan.units.RecordedSpan;

/// What a voice takes of a recording, and where that lies in the voice.
///
/// @param recordingId of which
/// @param span which part of it; empty for all
/// @param placedSeconds when that begins in the voice, 0 or later
/// @param fadeInSeconds over which it comes in, 0 or more
/// @param fadeOutSeconds over which it goes, 0 or more
/// @param gainDecibels by how much louder it is than recorded, −60 to 24
public record Clip(
        String recordingId,
        Optional<RecordedSpan> span,
        double placedSeconds,
        double fadeInSeconds,
        double fadeOutSeconds,
        double gainDecibels) {
    public static final double LOWEST_GAIN_DECIBELS = -60;
    public static final double HIGHEST_GAIN_DECIBELS = 24;

    /// Shorter than this nothing is left of it.
    public static final double SHORTEST_SECONDS = 0.01;

    public Clip {
        check("placedSeconds", placedSeconds, 0, Double.MAX_VALUE);
        check("fadeInSeconds", fadeInSeconds, 0, Double.MAX_VALUE);
        check("fadeOutSeconds", fadeOutSeconds, 0, Double.MAX_VALUE);
        check("gainDecibels", gainDecibels, LOWEST_GAIN_DECIBELS, HIGHEST_GAIN_DECIBELS);
        if (span.isPresent() && span.get().seconds() < SHORTEST_SECONDS) {
            throw new IllegalArgumentException(
                    "a clip must be " + SHORTEST_SECONDS + " s or longer, was " + span.get());
        }
    }

    private static void check(String name, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new IllegalArgumentException(
                    name + " must be " + least + " to " + most + ", was " + value);
        }
    }

    /// All of a recording, where it was recorded.
    public static Clip whole(String recordingId) {
        return new Clip(recordingId, Optional.empty(), 0, 0, 0, 0);
    }

    /// A part of a recording.
    public static Clip of(String recordingId, RecordedSpan span, double placedSeconds) {
        return new Clip(recordingId, Optional.of(span), placedSeconds, 0, 0, 0);
    }

    /// Whether it is all of a recording as it was recorded.
    public boolean isWhole() {
        return equals(whole(recordingId));
    }

    /// By how much later it is in the voice than in its recording.
    public double shiftSeconds() {
        return placedSeconds - span.map(RecordedSpan::startSeconds).orElse(0.0);
    }

    /// Where it lies in the voice; empty where all of a recording goes on as long as that does.
    public Optional<RecordedSpan> inVoice() {
        return span.map(s -> s.shiftedBy(shiftSeconds()));
    }

    Clip withRecording(String id) {
        return new Clip(id, span, placedSeconds, fadeInSeconds, fadeOutSeconds, gainDecibels);
    }

    public Clip placedAt(double seconds) {
        return new Clip(recordingId, span, seconds, fadeInSeconds, fadeOutSeconds, gainDecibels);
    }

    public Clip withFades(double inSeconds, double outSeconds) {
        return new Clip(recordingId, span, placedSeconds, inSeconds, outSeconds, gainDecibels);
    }

    public Clip withGain(double decibels) {
        return new Clip(recordingId, span, placedSeconds, fadeInSeconds, fadeOutSeconds, decibels);
    }

    /// What of it lies in a stretch of the voice, in its place, without fades where it is cut.
    ///
    /// @param stretch that it overlaps; it has a span
    public Clip within(RecordedSpan stretch) {
        RecordedSpan own = inVoice().orElseThrow();
        RecordedSpan left = own.shared(stretch);
        return new Clip(
                recordingId,
                Optional.of(left.shiftedBy(-shiftSeconds())),
                left.startSeconds(),
                left.startSeconds() > own.startSeconds() ? 0 : fadeInSeconds,
                left.endSeconds() < own.endSeconds() ? 0 : fadeOutSeconds,
                gainDecibels);
    }
}
