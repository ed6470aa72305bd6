package zelvan.dsp;

import java.util.Arrays;

/// Smoothing of evenly spaced values.
public final class Smoothing {
    private Smoothing() {}

    /// The mean over `radius` values on both sides and the value itself; at the ends over those
    /// there are.
    public static double[] mean(double[] values, int radius) {
        int n = values.length;
        double[] sums = new double[n + 1];
        for (int i = 0; i < n; i++) {
            sums[i + 1] = sums[i] + values[i];
        }
        double[] smooth = new double[n];
        for (int i = 0; i < n; i++) {
            int from = Math.max(0, i - radius);
            int to = Math.min(n, i + radius + 1);
            smooth[i] = (sums[to] - sums[from]) / (to - from);
        }
        return smooth;
    }

    /// The median over `radius` values on both sides and the value itself; at the ends over those
    /// there are.
    public static double[] median(double[] values, int radius) {
        int n = values.length;
        double[] smooth = new double[n];
        for (int i = 0; i < n; i++) {
            double[] near =
                    Arrays.copyOfRange(
                            values, Math.max(0, i - radius), Math.min(n, i + radius + 1));
            smooth[i] = Percentile.median(near);
        }
        return smooth;
    }
}
