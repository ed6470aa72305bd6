package zelvan.arrange;

import zelvan.units.RecordedSpan;

/// A stretch of a recording at its place in a voice.
///
/// @param span in the recording's own time
/// @param seconds when it begins in the voice
/// @param fadeInSeconds over which it comes in, from silence or from what sounds before it
/// @param fadeOutSeconds over which it goes
/// @param gain its amplitude's factor, above 0
public record Placed(
        RecordedSpan span,
        double seconds,
        double fadeInSeconds,
        double fadeOutSeconds,
        double gain) {
    /// By how much later it is than it was recorded; negative if it is earlier.
    public double shiftSeconds() {
        return seconds - span.startSeconds();
    }

    /// Where it lies in the voice.
    public RecordedSpan inVoice() {
        return new RecordedSpan(seconds, seconds + span.seconds());
    }
}
