package zelvan.bench.artefacts;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.dsp.Biquad;
import zelvan.dsp.Percentile;

/// Moments at which what lies above 2 kHz rises all of a sudden.
final class Onsets {
    private static final double FROM_HERTZ = 2000;
    private static final double HOP_SECONDS = 0.001;
    private static final double WINDOW_SECONDS = 0.003;
    private static final int RISE_HOPS = 5;
    private static final int APART_HOPS = 15;
    private static final double RANGE_DECIBELS = 45;

    private Onsets() {}

    /// Levels every millisecond, decibels.
    static double[] levels(float[] samples, int rate, double scale) {
        double[] high = new double[samples.length];
        for (int i = 0; i < high.length; i++) {
            high[i] = scale * samples[i];
        }
        // Forwards and backwards, so that nothing is delayed.
        highPass(high, rate);
        reverse(high);
        highPass(high, rate);
        reverse(high);
        double[] sums = new double[high.length + 1];
        for (int i = 0; i < high.length; i++) {
            sums[i + 1] = sums[i] + high[i] * high[i];
        }
        int hop = (int) (HOP_SECONDS * rate);
        int half = (int) (0.5 * WINDOW_SECONDS * rate);
        double[] levels = new double[high.length / hop];
        for (int k = 0; k < levels.length; k++) {
            int from = Math.max(0, k * hop - half);
            int to = Math.min(high.length, k * hop + half);
            levels[k] = 10 * Math.log10((sums[to] - sums[from]) / (2 * half) + 1e-9);
        }
        return levels;
    }

    /// Butterworth's, by the bilinear transform.
    private static void highPass(double[] samples, int rate) {
        double k = Math.tan(Math.PI * FROM_HERTZ / rate);
        double norm = 1 / (1 + Math.sqrt(2) * k + k * k);
        double a1 = 2 * (k * k - 1) * norm;
        double a2 = (1 - Math.sqrt(2) * k + k * k) * norm;
        Biquad filter = new Biquad(norm, -2 * norm, norm, a1, a2);
        for (int i = 0; i < samples.length; i++) {
            samples[i] = filter.process(samples[i]);
        }
    }

    private static void reverse(double[] samples) {
        for (int i = 0, j = samples.length - 1; i < j; i++, j--) {
            double x = samples[i];
            samples[i] = samples[j];
            samples[j] = x;
        }
    }

    /// How loud it is where it is loud.
    static double reference(double[] levels) {
        return Percentile.of(levels, 98);
    }

    /// @param riseDecibels within 5 ms
    /// @param reference see [#reference]; what is 45 dB below does not count
    /// @return seconds, increasing
    static double[] find(double[] levels, double riseDecibels, double reference) {
        double[] rise = new double[levels.length];
        for (int k = RISE_HOPS; k < rise.length; k++) {
            rise[k] =
                    Math.max(levels[k], reference - RANGE_DECIBELS)
                            - Math.max(levels[k - RISE_HOPS], reference - RANGE_DECIBELS);
        }
        List<Double> found = new ArrayList<>();
        for (int k = 0; k < rise.length; k++) {
            double most =
                    Arrays.stream(
                                    rise,
                                    Math.max(0, k - APART_HOPS),
                                    Math.min(rise.length, k + APART_HOPS + 1))
                            .max()
                            .orElse(0);
            if (rise[k] >= riseDecibels && rise[k] == most) {
                found.add(k * HOP_SECONDS);
            }
        }
        return found.stream().mapToDouble(Double::doubleValue).toArray();
    }
}
