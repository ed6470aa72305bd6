package zelvan.measure;

import java.util.List;
import java.util.Locale;
import zelvan.dsp.Percentile;

/// How tightly a voice's pitch sits on what it is drawn to, as far as its settings care: where a
/// singer's own vibrato is kept, it does not count.
///
/// @param medianCents median of the absolute offsets
/// @param p90Cents their 90th percentile
/// @param count how many moments were compared; 0 where there is nothing to compare
public record PitchLock(double medianCents, double p90Cents, int count) {
    public static final PitchLock NOTHING = new PitchLock(0, 0, 0);

    /// @param offsetsCents with their signs, in any order
    public static PitchLock of(double[] offsetsCents) {
        if (offsetsCents.length == 0) {
            return NOTHING;
        }
        double[] sizes = new double[offsetsCents.length];
        for (int i = 0; i < sizes.length; i++) {
            sizes[i] = Math.abs(offsetsCents[i]);
        }
        return new PitchLock(Percentile.median(sizes), Percentile.of(sizes, 90), sizes.length);
    }

    /// Of several voices together: the mean of their figures, weighed by how much was compared.
    public static PitchLock mean(List<PitchLock> locks) {
        int count = locks.stream().mapToInt(PitchLock::count).sum();
        return count == 0
                ? NOTHING
                : new PitchLock(
                        locks.stream().mapToDouble(l -> l.count * l.medianCents).sum() / count,
                        locks.stream().mapToDouble(l -> l.count * l.p90Cents).sum() / count,
                        count);
    }

    /// For people: the median in whole cents, or a dash.
    public String medianText() {
        return text(medianCents);
    }

    /// For people: the 90th percentile in whole cents, or a dash.
    public String p90Text() {
        return text(p90Cents);
    }

    private String text(double cents) {
        return count == 0 ? "–" : String.format(Locale.ROOT, "%.0f ct", cents);
    }
}
