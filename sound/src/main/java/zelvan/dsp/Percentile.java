package zelvan.dsp;

import java.util.Arrays;

/// Order statistics.
public final class Percentile {
    private Percentile() {}

    /// The value below which `percent` of the values lie, linearly between neighbours (method 7 of
    /// Hyndman & Fan, *Sample quantiles in statistical packages*, 1996).
    ///
    /// @param values in any order, all of them numbers; left as they are; at least one
    /// @param percent 0 to 100
    public static double of(double[] values, double percent) {
        if (values.length == 0) {
            throw new IllegalArgumentException("a percentile needs at least one value");
        }
        double[] parted = values.clone();
        double rank = percent / 100 * (parted.length - 1);
        int below = (int) Math.floor(rank);
        select(parted, below);
        double lower = parted[below];
        double upper = lower;
        if (rank > below) {
            upper = parted[below + 1];
            for (int i = below + 2; i < parted.length; i++) {
                upper = Math.min(upper, parted[i]);
            }
        }
        return lower + (rank - below) * (upper - lower);
    }

    /// Puts the value of a rank in its place, no greater ones before it and no smaller ones behind
    /// it, in a time that grows with their number only. C. A. R. Hoare, *Algorithm 65: Find*
    /// (1961).
    private static void select(double[] values, int rank) {
        int from = 0;
        int to = values.length - 1;
        while (from < to) {
            double pivot = values[(from + to) >>> 1];
            int low = from;
            int high = to;
            while (low <= high) {
                while (values[low] < pivot) {
                    low++;
                }
                while (values[high] > pivot) {
                    high--;
                }
                if (low <= high) {
                    double swapped = values[low];
                    values[low++] = values[high];
                    values[high--] = swapped;
                }
            }
            if (rank <= high) {
                to = high;
            } else if (rank >= low) {
                from = low;
            } else {
                return;
            }
        }
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
        double sum = 0;
        for (int i = from; i < sorted.length - from; i++) {
            sum += sorted[i];
        }
        return sum / (sorted.length - 2 * from);
    }
}
