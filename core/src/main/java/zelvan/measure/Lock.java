package zelvan.measure;

import java.util.List;
import java.util.Locale;

/// How tightly a voice sits on its guide.
public final class Lock {
    public static final Lock NOTHING = new Lock(Sizes.NOTHING);

    private final Sizes sizes;

    private Lock(Sizes sizes) {
        this.sizes = sizes;
    }

    /// @param offsetsSeconds with their signs, in any order
    public static Lock of(double... offsetsSeconds) {
        return new Lock(Sizes.of(offsetsSeconds));
    }

    /// Of several voices together: the figures of all their offsets.
    public static Lock pooled(List<Lock> locks) {
        return new Lock(Sizes.pooled(locks.stream().map(l -> l.sizes).toList()));
    }

    /// Median of the absolute offsets; 0 where there is nothing to compare.
    public double medianSeconds() {
        return sizes.median();
    }

    /// Their 90th percentile.
    public double p90Seconds() {
        return sizes.p90();
    }

    /// How many moments were compared.
    public int count() {
        return sizes.count();
    }

    /// For people: the median in whole milliseconds, or a dash.
    public String medianText() {
        return text(medianSeconds());
    }

    /// For people: the 90th percentile in whole milliseconds, or a dash.
    public String p90Text() {
        return text(p90Seconds());
    }

    private String text(double value) {
        return count() == 0 ? "–" : String.format(Locale.ROOT, "%.0f ms", value * 1000);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Lock lock && sizes.equals(lock.sizes);
    }

    @Override
    public int hashCode() {
        return sizes.hashCode();
    }

    @Override
    public String toString() {
        return "Lock of " + sizes;
    }
}
