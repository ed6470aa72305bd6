package zelvan.analysis;

import java.util.Arrays;

/// A sound compared with itself a while later, around one moment at a time.
///
/// What is heard is kept as whole numbers of eleven bits, scaled to the loudest nearby: sums of
/// their products are exact in 32 bits and are computed several at a time.
final class SelfSimilarity {
    private static final int FULL_SCALE = 1023;

    /// So many products of full scale fit into 32 bits.
    private static final int MOST_SAMPLES = 2048;

    private final float[] samples;
    private final int rateHertz;
    private final int[] near = new int[MOST_SAMPLES];
    private final int[] energy = new int[MOST_SAMPLES + 1];
    private double centre;
    private int start;
    private int length;

    /// @param samples whose high harmonics are raised by as much as this of the sample before being
    ///   taken away from each one, 0 to 1
    SelfSimilarity(float[] samples, int rateHertz, float sharpness) {
        this.samples = new float[samples.length];
        for (int i = 1; i < samples.length; i++) {
            this.samples[i] = samples[i] - sharpness * samples[i - 1];
        }
        this.rateHertz = rateHertz;
    }

    int rateHertz() {
        return rateHertz;
    }

    /// Attends to a moment, and to so many samples around it, 2,046 at most.
    void attend(double seconds, int around) {
        centre = seconds * rateHertz;
        start = (int) Math.floor(centre) - around / 2 - 1;
        length = Math.min(MOST_SAMPLES, around + 2);
        int from = Math.clamp(start, 0, samples.length);
        int to = Math.clamp((long) start + length, from, samples.length);
        float loudest = 0;
        for (int i = from; i < to; i++) {
            loudest = Math.max(loudest, Math.abs(samples[i]));
        }
        float scale = loudest > 0 ? FULL_SCALE / loudest : 0;
        Arrays.fill(near, 0, length, 0);
        for (int i = from; i < to; i++) {
            near[i - start] = (int) (scale * samples[i]);
        }
        for (int i = 0; i < length; i++) {
            energy[i + 1] = energy[i] + near[i] * near[i];
        }
    }

    /// How unlike a stretch and the one a lag later are, whatever their levels: 0 if they are the
    /// same, 1 if they have nothing in common or one of them is silent. The two lie evenly around
    /// the moment.
    ///
    /// @param window their length; with the lag no more than what is attended to
    double unlikeness(int lag, int window) {
        int from = Math.max(0, (int) Math.round(centre - 0.5 * (window + lag)) - start);
        int to = Math.min(length - lag, from + window);
        double both =
                (double) (energy[to] - energy[from]) * (energy[to + lag] - energy[from + lag]);
        return both > 0 ? Math.max(0, 1 - product(near, from, to, lag) / Math.sqrt(both)) : 1;
    }

    private static int product(int[] x, int from, int to, int lag) {
        int sum = 0;
        for (int i = from; i < to; i++) {
            sum += x[i] * x[i + lag];
        }
        return sum;
    }
}
