package zelvan.dsp;

import java.util.Arrays;

/// Order statistics.
public final class Percentile {
    private Percentile() {}

    /// The value below which `percent` of the values lie, linearly between neighbours (method 7 of
    /// Hyndman & Fan, *Sample quantiles in statistical packages*, 1996).
    ///
    /// @param values in any order; left as they are; at least one
    /// @param percent 0 to 100
    public static double of(double[] values, double percent) {
        if (values.length == 0) {
            throw new IllegalArgumentException("a percentile needs at least one value");
        }
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        double rank = percent / 100 * (sorted.length - 1);
        int below = (int) Math.floor(rank);
        int above = Math.min(below + 1, sorted.length - 1);
        return sorted[below] + (rank - below) * (sorted[above] - sorted[below]);
    }

    public static double median(double[] values) {
        return of(values, 50);
    }

    /// The mean of the middle half: what is far off does not count, and unlike the median it is
    /// steady where values crowd on two sides, as those of a vibrato do.
    ///
    /// @param values in any order; left as they are; at least one
    public static double midmean(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        int from = sorted.length / 4;
        return Arrays.stream(sorted, from, sorted.length - from).average().orElseThrow();
    }
}
