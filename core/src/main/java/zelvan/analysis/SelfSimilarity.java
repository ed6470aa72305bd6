package zelvan.analysis;

import java.util.Arrays;
import zelvan.dsp.Sums;

/// A sound compared with itself a while later, around one moment at a time, by [#LAGS] neighbouring
/// lags at once.
final class SelfSimilarity {
    static final int LAGS = Sums.LANES;

    static final int MIDDLE = LAGS / 2;

    private static final int MOST_SAMPLES = 2048;
    private static final Sums SUMS = Sums.quickest();

    private final float[] samples;
    private final int rateHertz;
    private final float sharpness;
    private final float[] near = new float[MOST_SAMPLES];
    private final double[] energy = new double[MOST_SAMPLES + 1];
    private final float[] products = new float[LAGS];
    private double centre;
    private int start;

    /// @param sharpness what high harmonics are raised by: so much of the sample before is taken
    ///   away from each one, 0 to 1
    SelfSimilarity(float[] samples, int rateHertz, float sharpness) {
        this.samples = samples;
        this.rateHertz = rateHertz;
        this.sharpness = sharpness;
    }

    int rateHertz() {
        return rateHertz;
    }

    /// Attends to a moment, and to what [#unlikeness] needs around it up to a lag and with a
    /// window.
    void attend(double seconds, int longestLag, int longestWindow) {
        int length = (longestLag + 2 * LAGS + longestWindow + 3) / 4 * 4;
        if (length > MOST_SAMPLES) {
            throw new IllegalArgumentException(
                    "lag and window must be shorter than " + MOST_SAMPLES + ", were " + length);
        }
        centre = seconds * rateHertz;
        start = (int) Math.floor(centre) - length / 2;
        int from = Math.clamp(start, 1, samples.length);
        int to = Math.clamp((long) start + length, from, samples.length);
        Arrays.fill(near, 0, Math.min(length, from - start), 0);
        for (int i = from; i < to; i++) {
            near[i - start] = samples[i] - sharpness * samples[i - 1];
        }
        Arrays.fill(near, to - start, length, 0);
        addUp(length);
    }

    /// Four at once, as each sum has to wait for the one before.
    private void addUp(int length) {
        double before = 0;
        for (int i = 0; i < length; i += 4) {
            double one = (double) near[i] * near[i];
            double two = one + (double) near[i + 1] * near[i + 1];
            double three = two + (double) near[i + 2] * near[i + 2];
            double four = three + (double) near[i + 3] * near[i + 3];
            energy[i + 1] = before + one;
            energy[i + 2] = before + two;
            energy[i + 3] = before + three;
            before += four;
            energy[i + 4] = before;
        }
    }

    /// How unlike a stretch and the ones from a lag on later are, whatever their levels: 0 if they
    /// are the same, 1 if they have nothing in common or one of them is silent. Those in the middle
    /// lie evenly around the moment.
    ///
    /// @param window how long they are; it and the last lag no longer than what is attended to
    /// @param into takes [#LAGS] numbers
    void unlikeness(int firstLag, int window, double[] into) {
        int count = (window + 3) / 4 * 4;
        int from = (int) Math.round(centre - 0.5 * (count + firstLag + MIDDLE)) - start;
        SUMS.ofLags(near, from, count, firstLag, products);
        double first = energy[from + count] - energy[from];
        for (int k = 0; k < LAGS; k++) {
            int later = from + firstLag + k;
            double both = first * (energy[later + count] - energy[later]);
            into[k] = both > 0 ? Math.max(0, 1 - products[k] / Math.sqrt(both)) : 1;
        }
    }
}
