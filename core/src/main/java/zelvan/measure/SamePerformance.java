package zelvan.measure;

import zelvan.audio.Sound;
import zelvan.dsp.Resampler;
import zelvan.units.RecordedSpan;

/// Whether two recordings are the same performance in a stretch, as they are where one was only
/// cleaned or made louder; see [CombMeter].
public final class SamePerformance {
    /// Two takes of one singer stay well below it, the same take through a filter above.
    private static final double SAME_LIKENESS = 0.5;

    /// What is shorter is listened to with what is around it.
    private static final double SHORTEST_SECONDS = 0.6;

    private static final int RATE_HERTZ = 16_000;

    private SamePerformance() {}

    /// @param span in the time of both
    public static boolean in(Sound one, Sound other, RecordedSpan span) {
        double missing = Math.max(0, SHORTEST_SECONDS - span.seconds());
        double from = Math.max(0, span.startSeconds() - missing / 2);
        double to = span.endSeconds() + missing / 2;
        return CombMeter.likeness(cut(one, from, to), cut(other, from, to), RATE_HERTZ)
                > SAME_LIKENESS;
    }

    private static float[] cut(Sound sound, double from, double to) {
        int rate = sound.sampleRateHertz();
        long first = Math.round(from * rate);
        int count = (int) (Math.round(to * rate) - first);
        return Resampler.quick(rate, RATE_HERTZ).resample(sound.mono(first, count));
    }
}
