package zelvan.render;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.DoubleConsumer;

/// Follows a voice beyond the stretch in which it was surely heard, cycle by cycle: its first
/// cycles, before a pitch can be told, and its last ones.
///
/// How it works: the next cycle lies where the sound around the last epoch comes again, about a
/// period away. As long as it does come again, so does the voice, however softly.
final class CycleGrowth {
    /// Normalised correlation of a cycle with the one before.
    private static final double LEAST_ALIKE = 0.5;

    /// Amplitude against the loudest cycle of the stretch.
    private static final double LEAST_LEVEL = 0.01;

    private static final double FARTHEST_SECONDS = 0.15;

    private final CycleSearch search;

    private CycleGrowth(CycleSearch search) {
        this.search = search;
    }

    /// @param frames of the voice
    static Epochs grow(Epochs epochs, CycleSearch search, int frames, int rate) {
        CycleGrowth growth = new CycleGrowth(search);
        int runs = epochs.runs();
        int[] starts = new int[runs];
        int[] ends = new int[runs];
        double[][] marks = new double[runs][];
        double farthest = FARTHEST_SECONDS * rate;
        double free = 0;
        for (int run = 0; run < runs; run++) {
            double[] own = epochs.marks(run);
            double next = run + 1 < runs ? epochs.marks(run + 1)[0] : frames;
            search.attend(own[0], own[own.length - 1]);
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
            loudest = Math.max(loudest, search.power(marks[k], period));
        }
        return loudest;
    }

    /// @param period to the next mark; negative where that lies before
    private void follow(
            double mark, double period, double limit, double loudest, DoubleConsumer found) {
        double at = mark;
        double step = period;
        while (true) {
            CycleSearch.Match match = search.next(at, step, 1);
            double next = match.frame();
            boolean beyond = step > 0 ? next + 0.6 * step > limit : next + 0.6 * step < limit;
            if (match.likeness() < LEAST_ALIKE
                    || beyond
                    || search.power(next, step) < LEAST_LEVEL * LEAST_LEVEL * loudest) {
                return;
            }
            found.accept(next);
            step = 0.5 * (step + next - at);
            at = next;
        }
    }
}
