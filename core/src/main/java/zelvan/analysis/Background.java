package zelvan.analysis;

import java.util.Arrays;
import java.util.stream.IntStream;
import zelvan.dsp.Percentile;

/// What goes on behind a voice where it is silent: nothing that matters, noise, or something that
/// has a pitch itself.
///
/// In noise, a voice is told by its pitch alone, however little louder it is; a song that bleeds
/// into the recording has pitches of its own, and only its level tells it from the voice.
final class Background {
    private static final double SPREAD_DECIBELS = 1.5;

    /// Noise further below the loud parts than this does not hide a voice.
    private static final double AUDIBLE_BELOW_LOUD_DECIBELS = 45;

    /// Frames that are listened to.
    private static final int HEARD = 150;

    /// So unlike itself noise is in the median, at the period at which it is most alike.
    private static final double UNPITCHED_UNLIKE = 0.62;

    private Background() {}

    /// Whether there is noise without a pitch, loud enough to hide a voice.
    ///
    /// @param levels decibels, by frame
    static boolean isNoise(PeriodSearch search, float[] levels, double hopSeconds) {
        double floor = LevelFrames.noiseDecibels(levels);
        if (floor < LevelFrames.loudDecibels(levels) - AUDIBLE_BELOW_LOUD_DECIBELS) {
            return false;
        }
        int[] quiet =
                IntStream.range(0, levels.length)
                        .filter(f -> levels[f] <= floor + SPREAD_DECIBELS)
                        .toArray();
        int step = Math.max(1, quiet.length / HEARD);
        double[] unlike = new double[Math.ceilDiv(quiet.length, step)];
        for (int i = 0; i < unlike.length; i++) {
            double[] found = search.at(quiet[i * step] * hopSeconds).plain();
            unlike[i] = Arrays.stream(found).min().orElse(1);
        }
        return unlike.length > 0 && Percentile.median(unlike) > UNPITCHED_UNLIKE;
    }

    /// A level that the noise hardly exceeds.
    static double aboveNoiseDecibels(float[] levels) {
        return LevelFrames.noiseDecibels(levels) + SPREAD_DECIBELS;
    }
}
