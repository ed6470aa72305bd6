package zelvan.render;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// The beginnings of the glottal cycles of a voice, one list for each voiced stretch.
public final class Epochs {
    /// What lies closer belongs to the same cycle, of its length.
    private static final double SHORTEST_CYCLE = 0.6;

    private static final double LONGEST_CYCLE = 1.6;

    /// Stretches that go over into each other touch, but for what is rounded.
    private static final int MOST_BETWEEN_FRAMES = 2;

    private final int[] runStart;
    private final int[] runEnd;
    private final double[][] marks;

    /// @param runStart first frame of each voiced stretch, increasing
    /// @param runEnd frame after its last
    /// @param marks its epochs in frames, increasing; at least two
    public Epochs(int[] runStart, int[] runEnd, double[][] marks) {
        this.runStart = runStart;
        this.runEnd = runEnd;
        this.marks = marks;
    }

    /// A stretch of a recording whose epochs are known.
    ///
    /// @param from first frame of it
    /// @param to frame after its last
    /// @param later by how many frames it lies later in the voice
    public record Stretch(Epochs epochs, long from, long to, long later) {}

    /// A voiced stretch.
    ///
    /// @param start first frame
    /// @param end frame after its last
    private record Run(int start, int end, double[] marks) {
        private double firstPeriod() {
            return marks[1] - marks[0];
        }

        private double lastPeriod() {
            return marks[marks.length - 1] - marks[marks.length - 2];
        }

        /// Whether it goes on in another one, about a cycle after its last epoch.
        boolean goesOn(Run next) {
            double between = next.marks[0] - marks[marks.length - 1];
            return next.start <= end + MOST_BETWEEN_FRAMES
                    && between < LONGEST_CYCLE * Math.max(lastPeriod(), next.firstPeriod());
        }

        /// Both as one. Where the last epoch is closer to the next than a cycle, they are of the
        /// same one.
        Run joined(Run next) {
            double least = SHORTEST_CYCLE * Math.min(lastPeriod(), next.firstPeriod());
            double[] after =
                    Arrays.stream(next.marks)
                            .filter(m -> m - marks[marks.length - 1] >= least)
                            .toArray();
            double[] all = Arrays.copyOf(marks, marks.length + after.length);
            System.arraycopy(after, 0, all, marks.length, after.length);
            return new Run(start, next.end, all);
        }
    }

    /// Of a voice that is put together. Voice that goes over into voice is one voiced stretch.
    ///
    /// @param stretches in order, none of which overlap in the voice
    public static Epochs joined(List<Stretch> stretches) {
        List<Run> runs = new ArrayList<>();
        for (Stretch stretch : stretches) {
            Epochs own = stretch.epochs;
            for (int r = own.runAfter(stretch.from); r < own.runs(); r++) {
                long start = Math.max(stretch.from, own.runStart(r));
                long end = Math.min(stretch.to, own.runEnd(r));
                if (start >= end) {
                    break;
                }
                double[] inside =
                        Arrays.stream(own.marks(r))
                                .filter(m -> m >= start && m < end)
                                .map(m -> m + stretch.later)
                                .toArray();
                if (inside.length < 2) {
                    continue;
                }
                Run run =
                        new Run((int) (start + stretch.later), (int) (end + stretch.later), inside);
                if (!runs.isEmpty() && runs.getLast().goesOn(run)) {
                    runs.add(runs.removeLast().joined(run));
                } else {
                    runs.add(run);
                }
            }
        }
        return new Epochs(
                runs.stream().mapToInt(Run::start).toArray(),
                runs.stream().mapToInt(Run::end).toArray(),
                runs.stream().map(Run::marks).toArray(double[][]::new));
    }

    /// Of the same sound at another sample rate.
    ///
    /// @param factor the new rate by the old one
    public Epochs resampled(double factor) {
        return factor == 1
                ? this
                : new Epochs(
                        Arrays.stream(runStart).map(f -> (int) Math.round(f * factor)).toArray(),
                        Arrays.stream(runEnd).map(f -> (int) Math.round(f * factor)).toArray(),
                        Arrays.stream(marks)
                                .map(run -> Arrays.stream(run).map(m -> m * factor).toArray())
                                .toArray(double[][]::new));
    }

    public int runs() {
        return runStart.length;
    }

    public int runStart(int run) {
        return runStart[run];
    }

    public int runEnd(int run) {
        return runEnd[run];
    }

    /// The epochs of a voiced stretch, frames; to be read only.
    public double[] marks(int run) {
        return marks[run];
    }

    /// The first voiced stretch that ends after a frame; the number of stretches if there is none.
    int runAfter(long frame) {
        int low = 0;
        int high = runEnd.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (runEnd[middle] > frame) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        return low;
    }

    /// Index of the epoch of a stretch that is nearest to a frame.
    int nearest(int run, double frame) {
        double[] list = marks[run];
        int found = Arrays.binarySearch(list, frame);
        if (found >= 0) {
            return found;
        }
        int after = Math.clamp(-found - 1, 0, list.length - 1);
        int before = Math.max(0, after - 1);
        return frame - list[before] < list[after] - frame ? before : after;
    }

    /// Where an epoch of a stretch lies, frames; beyond its ends, where it would lie if the voice
    /// went on.
    double frameOf(int run, int index) {
        double[] list = marks[run];
        int there = Math.clamp(index, 0, list.length - 1);
        return list[there] + (index - there) * period(run, there);
    }

    /// Frames from an epoch to the next one; beyond the ends of a stretch, what holds there.
    double period(int run, int index) {
        double[] list = marks[run];
        int from = Math.clamp(index, 0, list.length - 2);
        return list[from + 1] - list[from];
    }

    /// The mean period around an epoch.
    ///
    /// @param frames about how long it is averaged over
    double smoothPeriod(int run, int index, double frames) {
        double[] list = marks[run];
        int middle = Math.clamp(index, 0, list.length - 1);
        int reach = Math.max(1, (int) Math.round(0.5 * frames / period(run, middle)));
        int from = Math.max(0, middle - reach);
        int to = Math.min(list.length - 1, middle + reach);
        return (list[to] - list[from]) / (to - from);
    }

    /// The mean period around a frame, in a straight line from epoch to epoch.
    double smoothPeriodAt(int run, double frame, double frames) {
        double[] list = marks[run];
        int nearest = nearest(run, frame);
        int below = Math.clamp(list[nearest] > frame ? nearest - 1 : nearest, 0, list.length - 2);
        double share = Math.clamp((frame - list[below]) / period(run, below), 0, 1);
        double before = smoothPeriod(run, below, frames);
        return before + share * (smoothPeriod(run, below + 1, frames) - before);
    }
}
