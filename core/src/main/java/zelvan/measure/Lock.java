package zelvan.measure;

import java.util.List;
import java.util.Locale;
import zelvan.dsp.Percentile;

/// How tightly a voice sits on its guide.
///
/// @param medianSeconds median of the absolute offsets
/// @param p90Seconds their 90th percentile
/// @param count how many moments were compared; 0 where there is nothing to compare
public record Lock(double medianSeconds, double p90Seconds, int count) {
    public static final Lock NOTHING = new Lock(0, 0, 0);

    /// @param offsetsSeconds with their signs, in any order
    public static Lock of(double[] offsetsSeconds) {
        if (offsetsSeconds.length == 0) {
            return NOTHING;
        }
        double[] sizes = new double[offsetsSeconds.length];
        for (int i = 0; i < sizes.length; i++) {
            sizes[i] = Math.abs(offsetsSeconds[i]);
        }
        return new Lock(Percentile.median(sizes), Percentile.of(sizes, 90), sizes.length);
    }

    /// Of several voices together: the mean of their figures, weighed by how much was compared.
    public static Lock mean(List<Lock> locks) {
        int count = locks.stream().mapToInt(Lock::count).sum();
        return count == 0
                ? NOTHING
                : new Lock(
                        locks.stream().mapToDouble(l -> l.count * l.medianSeconds).sum() / count,
                        locks.stream().mapToDouble(l -> l.count * l.p90Seconds).sum() / count,
                        count);
    }

    /// For people: the median in whole milliseconds, or a dash.
    public String medianText() {
        return count == 0 ? "–" : String.format(Locale.ROOT, "%.0f ms", medianSeconds * 1000);
    }

    /// For people: the 90th percentile in whole milliseconds, or a dash.
    public String p90Text() {
        return count == 0 ? "–" : String.format(Locale.ROOT, "%.0f ms", p90Seconds * 1000);
    }
}
