package zelvan.measure;

import java.util.List;
import java.util.Locale;

/// How closely a voice's level follows its guide's, note by note.
public final class LevelLock {
    public static final LevelLock NOTHING = new LevelLock(Sizes.NOTHING);

    private final Sizes sizes;

    private LevelLock(Sizes sizes) {
        this.sizes = sizes;
    }

    /// @param offsetsDecibels with their signs, in any order
    public static LevelLock of(double... offsetsDecibels) {
        return new LevelLock(Sizes.of(offsetsDecibels));
    }

    /// Of several voices together: the figures of all their offsets.
    public static LevelLock pooled(List<LevelLock> locks) {
        return new LevelLock(Sizes.pooled(locks.stream().map(l -> l.sizes).toList()));
    }

    /// Median of the absolute offsets; 0 where there is nothing to compare.
    public double medianDecibels() {
        return sizes.median();
    }

    /// Their 90th percentile.
    public double p90Decibels() {
        return sizes.p90();
    }

    /// How many moments were compared.
    public int count() {
        return sizes.count();
    }

    /// For people: the median in decibels, or a dash.
    public String medianText() {
        return text(medianDecibels());
    }

    /// For people: the 90th percentile in decibels, or a dash.
    public String p90Text() {
        return text(p90Decibels());
    }

    private String text(double value) {
        return count() == 0 ? "–" : String.format(Locale.ROOT, "%.1f dB", value);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof LevelLock lock && sizes.equals(lock.sizes);
    }

    @Override
    public int hashCode() {
        return sizes.hashCode();
    }

    @Override
    public String toString() {
        return "LevelLock of " + sizes;
    }
}
