package zelvan.analysis;

import java.util.Arrays;
import zelvan.audio.KWeighting;
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;

/// Level by frame, and the level above which something is sung.
final class LevelFrames {
    static final double SILENCE_DECIBELS = -120;

    private static final double WINDOW_SECONDS = 0.02;
    private static final double LOUD_PERCENT = 95;
    private static final double NOISE_PERCENT = 8;

    /// What lies this far under the loud parts is not singing.
    private static final double RANGE_DECIBELS = 55;

    /// What lies this little above the noise is not singing either.
    private static final double ABOVE_NOISE_DECIBELS = 6;

    private static final double LEAST_RANGE_DECIBELS = 18;

    /// Louder than this under the loud parts is singing, whatever there is of it.
    private static final double SURELY_SUNG_DECIBELS = 35;

    /// More than this share of a voice between silence and singing is something else that goes on
    /// behind it: a song bleeding from headphones, a noisy room. Singing passes there quickly.
    private static final double BACKGROUND_SHARE = 0.12;

    /// What is left of the background above the level that most of it stays below.
    private static final double BACKGROUND_REST_SHARE = 0.005;

    private static final double ABOVE_BACKGROUND_DECIBELS = 2;

    private static final int BLOCK = 65_536;

    private LevelFrames() {}

    /// Root mean square of 20 ms around each frame, in decibels.
    static float[] decibels(float[] samples, int sampleRateHertz, int frames, double hopSeconds) {
        double[] sums = new double[samples.length + 1];
        for (int i = 0; i < samples.length; i++) {
            sums[i + 1] = sums[i] + (double) samples[i] * samples[i];
        }
        int radius = (int) Math.round(0.5 * WINDOW_SECONDS * sampleRateHertz);
        float[] levels = new float[frames];
        for (int f = 0; f < frames; f++) {
            int centre =
                    (int) Math.min(samples.length, Math.round(f * hopSeconds * sampleRateHertz));
            int from = Math.max(0, centre - radius);
            int to = Math.min(samples.length, centre + radius);
            double power = to > from ? (sums[to] - sums[from]) / (to - from) : 0;
            levels[f] = (float) decibels(power);
        }
        return levels;
    }

    /// How loud it is around each frame, LUFS.
    static float[] loudness(Sound sound, int frames, double hopSeconds) {
        int rate = sound.sampleRateHertz();
        KWeighting weighting = new KWeighting(rate);
        double[] sums = new double[frames];
        for (int from = 0; from < sound.frames(); from += BLOCK) {
            float[] samples = sound.mono(from, Math.min(BLOCK, sound.frames() - from));
            for (int i = 0; i < samples.length; i++) {
                double weighted = weighting.process(samples[i]);
                int frame = (int) ((from + i) / (hopSeconds * rate) + 0.5);
                sums[Math.min(frames - 1, frame)] += weighted * weighted;
            }
        }
        float[] loudness = new float[frames];
        for (int f = 0; f < frames; f++) {
            double power = sums[f] / (hopSeconds * rate) + 1e-15;
            loudness[f] = (float) Math.max(SILENCE_DECIBELS, KWeighting.lufs(power));
        }
        return loudness;
    }

    static double decibels(double power) {
        return Math.max(SILENCE_DECIBELS, 10 * Math.log10(power + 1e-15));
    }

    /// A level between the file's own noise and its own singing.
    static double activeDecibels(float[] levels) {
        double[] values = values(levels);
        double loud = Percentile.of(values, LOUD_PERCENT);
        double noise = Percentile.of(values, NOISE_PERCENT);
        double aboveNoise = Math.min(noise + ABOVE_NOISE_DECIBELS, loud - LEAST_RANGE_DECIBELS);
        double quiet = Math.max(loud - RANGE_DECIBELS, aboveNoise);
        return Math.max(quiet, aboveBackground(values, quiet, loud - SURELY_SUNG_DECIBELS));
    }

    /// As loud as the loud parts are.
    static double loudDecibels(float[] levels) {
        return Percentile.of(values(levels), LOUD_PERCENT);
    }

    /// As loud as the quietest parts are.
    static double noiseDecibels(float[] levels) {
        return Percentile.of(values(levels), NOISE_PERCENT);
    }

    private static double[] values(float[] levels) {
        double[] values = new double[levels.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = levels[i];
        }
        return values;
    }

    /// A level above what goes on behind the voice between two levels; the lower one if there is
    /// nothing.
    private static double aboveBackground(double[] levels, double quiet, double sung) {
        double[] between =
                Arrays.stream(levels).filter(level -> level > quiet && level < sung).toArray();
        if (between.length <= BACKGROUND_SHARE * levels.length) {
            return quiet;
        }
        double most = 100 * (1 - BACKGROUND_REST_SHARE * levels.length / between.length);
        return Math.min(sung, Percentile.of(between, most) + ABOVE_BACKGROUND_DECIBELS);
    }
}
