package zelvan.render;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.DoubleConsumer;
import zelvan.dsp.Parabola;

/// Follows a voice beyond the stretch in which it was surely heard, cycle by cycle: its first
/// cycles, before a pitch can be told, and its last ones.
///
/// How it works: the next cycle lies where the sound around the last epoch comes again, about a
/// period away. As long as it does come again, so does the voice, however softly.
///
/// **Source:** the measure is that of W. Verhelst & M. Roelands, *An overlap-add technique based on
/// waveform similarity (WSOLA) for high quality time-scale modification of speech* (1993).
final class CycleGrowth {
    /// A period differs from the one before by less.
    private static final double MOST_CHANGE = 0.12;

    /// Normalised correlation of a cycle with the one before.
    private static final double LEAST_ALIKE = 0.5;

    /// Amplitude against the loudest cycle of the stretch.
    private static final double LEAST_LEVEL = 0.01;

    private static final double FARTHEST_SECONDS = 0.15;

    /// What is compared is averaged over this share of a period: its first ten harmonics or so.
    private static final double AVERAGED = 1 / 24.0;

    private final double[] sums;

    private CycleGrowth(float[] samples) {
        sums = new double[samples.length + 1];
        for (int i = 0; i < samples.length; i++) {
            sums[i + 1] = sums[i] + samples[i];
        }
    }

    /// @param samples of the voice, all channels together
    static Epochs grow(Epochs epochs, float[] samples, int rate) {
        CycleGrowth growth = new CycleGrowth(samples);
        int runs = epochs.runs();
        int[] starts = new int[runs];
        int[] ends = new int[runs];
        double[][] marks = new double[runs][];
        double farthest = FARTHEST_SECONDS * rate;
        double free = 0;
        for (int run = 0; run < runs; run++) {
            double[] own = epochs.marks(run);
            double next = run + 1 < runs ? epochs.marks(run + 1)[0] : samples.length;
            double loudest = growth.loudest(own);
            Deque<Double> all = new ArrayDeque<>();
            for (double mark : own) {
                all.add(mark);
            }
            double back = Math.max(free, own[0] - farthest);
            double ahead = Math.min(next, own[own.length - 1] + farthest);
            growth.follow(own[0], own[0] - own[1], back, loudest, all::addFirst);
            growth.follow(
                    own[own.length - 1],
                    own[own.length - 1] - own[own.length - 2],
                    ahead,
                    loudest,
                    all::addLast);
            marks[run] = all.stream().mapToDouble(Double::doubleValue).toArray();
            double first = marks[run][0];
            double last = marks[run][marks[run].length - 1];
            starts[run] = (int) Math.max(free, Math.min(epochs.runStart(run), first));
            ends[run] = (int) Math.min(next, Math.max(epochs.runEnd(run), Math.ceil(last) + 1));
            free = ends[run];
        }
        return new Epochs(starts, ends, marks);
    }

    private double loudest(double[] marks) {
        double loudest = 0;
        for (int k = 0; k + 1 < marks.length; k++) {
            double period = marks[k + 1] - marks[k];
            loudest = Math.max(loudest, power(marks[k], period));
        }
        return loudest;
    }

    /// @param period to the next mark; negative where that lies before
    private void follow(
            double mark, double period, double limit, double loudest, DoubleConsumer found) {
        double at = mark;
        double step = period;
        while (true) {
            double next = next(at, step);
            boolean beyond = step > 0 ? next + 0.6 * step > limit : next + 0.6 * step < limit;
            if (Double.isNaN(next)
                    || beyond
                    || power(next, Math.abs(step)) < LEAST_LEVEL * LEAST_LEVEL * loudest) {
                return;
            }
            found.accept(next);
            step = 0.5 * (step + next - at);
            at = next;
        }
    }

    /// Where the sound around a mark comes again; not a number if it does not.
    private double next(double mark, double period) {
        double length = Math.abs(period);
        double resolution = Math.max(1, length / 200);
        int reach = (int) (MOST_CHANGE * length / resolution);
        double[] alike = new double[2 * reach + 1];
        int best = reach;
        for (int i = 0; i < alike.length; i++) {
            alike[i] = likeness(mark, mark + period + (i - reach) * resolution, length);
            best = alike[i] > alike[best] ? i : best;
        }
        if (alike[best] < LEAST_ALIKE || best == 0 || best == alike.length - 1) {
            return Double.NaN;
        }
        double shift = Parabola.lowest(-alike[best - 1], -alike[best], -alike[best + 1]);
        return mark + period + (best - reach + shift) * resolution;
    }

    /// Normalised correlation of the cycles around two moments.
    private double likeness(double one, double other, double period) {
        double step = 0.5 * AVERAGED * period;
        double product = 0;
        double powerOne = 1e-12;
        double powerOther = 1e-12;
        for (double away = -0.5 * period; away < 0.5 * period; away += step) {
            double a = average(one + away, 2 * step);
            double b = average(other + away, 2 * step);
            product += a * b;
            powerOne += a * a;
            powerOther += b * b;
        }
        return product / Math.sqrt(powerOne * powerOther);
    }

    private double power(double mark, double period) {
        double step = 0.5 * AVERAGED * period;
        double power = 0;
        for (double away = -0.5 * period; away < 0.5 * period; away += step) {
            double a = average(mark + away, 2 * step);
            power += a * a;
        }
        return power;
    }

    /// The mean of what lies around a moment.
    private double average(double middle, double length) {
        int from = Math.clamp(Math.round(middle - 0.5 * length), 0, sums.length - 1);
        int to = Math.clamp(Math.round(middle + 0.5 * length), from, sums.length - 1);
        return to > from ? (sums[to] - sums[from]) / (to - from) : 0;
    }
}
