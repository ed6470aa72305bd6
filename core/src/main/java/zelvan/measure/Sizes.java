package zelvan.measure;

import java.util.Arrays;
import java.util.List;
import zelvan.dsp.Percentile;

/// The sizes of offsets, whichever way they go, with their median and their 90th percentile. They
/// are kept, so that those of several voices can be put together: percentiles cannot. These are
/// found when they are first asked for; most never are.
final class Sizes {
    static final Sizes NOTHING = new Sizes(new float[0]);

    /// The percentiles of so many are those of all of them, as near as anybody reads them: of more,
    /// each second one is taken, or third.
    private static final int ENOUGH = 60_000;

    private final float[] values;
    private volatile double median = Double.NaN;
    private volatile double p90 = Double.NaN;

    private Sizes(float[] values) {
        this.values = values;
    }

    private double percentile(double percent) {
        double[] wide = new double[values.length];
        for (int i = 0; i < wide.length; i++) {
            wide[i] = values[i];
        }
        return wide.length == 0 ? 0 : Percentile.of(wide, percent);
    }

    /// @param offsets with their signs, in any order
    static Sizes of(double[] offsets) {
        float[] sizes = new float[offsets.length];
        for (int i = 0; i < sizes.length; i++) {
            sizes[i] = (float) Math.abs(offsets[i]);
        }
        return sizes.length == 0 ? NOTHING : new Sizes(sizes);
    }

    static Sizes pooled(List<Sizes> several) {
        if (several.size() == 1) {
            return several.getFirst();
        }
        int count = several.stream().mapToInt(Sizes::count).sum();
        int stride = Math.max(1, count / ENOUGH);
        float[] all = new float[count / stride + several.size()];
        int at = 0;
        for (Sizes each : several) {
            for (int i = 0; i < each.values.length; i += stride) {
                all[at++] = each.values[i];
            }
        }
        return at == 0 ? NOTHING : new Sizes(Arrays.copyOf(all, at));
    }

    int count() {
        return values.length;
    }

    double median() {
        if (Double.isNaN(median)) {
            median = percentile(50);
        }
        return median;
    }

    double p90() {
        if (Double.isNaN(p90)) {
            p90 = percentile(90);
        }
        return p90;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Sizes sizes && Arrays.equals(values, sizes.values);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(values);
    }

    @Override
    public String toString() {
        return count() + " with median " + median() + " and 90th percentile " + p90();
    }
}
