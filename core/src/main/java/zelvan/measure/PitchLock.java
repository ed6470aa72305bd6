package zelvan.measure;

import java.util.List;
import java.util.Locale;

/// How tightly a voice's pitch sits on what it is drawn to, as far as its settings care: where a
/// singer's own vibrato is kept, it does not count.
public final class PitchLock {
    public static final PitchLock NOTHING = new PitchLock(Sizes.NOTHING);

    private final Sizes sizes;

    private PitchLock(Sizes sizes) {
        this.sizes = sizes;
    }

    /// @param offsetsCents with their signs, in any order
    public static PitchLock of(double... offsetsCents) {
        return new PitchLock(Sizes.of(offsetsCents));
    }

    /// Of several voices together: the figures of all their offsets.
    public static PitchLock pooled(List<PitchLock> locks) {
        return new PitchLock(Sizes.pooled(locks.stream().map(l -> l.sizes).toList()));
    }

    /// Median of the absolute offsets; 0 where there is nothing to compare.
    public double medianCents() {
        return sizes.median();
    }

    /// Their 90th percentile.
    public double p90Cents() {
        return sizes.p90();
    }

    /// How many moments were compared.
    public int count() {
        return sizes.count();
    }

    /// For people: the median in whole cents, or a dash.
    public String medianText() {
        return text(medianCents());
    }

    /// For people: the 90th percentile in whole cents, or a dash.
    public String p90Text() {
        return text(p90Cents());
    }

    private String text(double value) {
        return count() == 0 ? "–" : String.format(Locale.ROOT, "%.0f ct", value);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof PitchLock lock && sizes.equals(lock.sizes);
    }

    @Override
    public int hashCode() {
        return sizes.hashCode();
    }

    @Override
    public String toString() {
        return "PitchLock of " + sizes;
    }
}
