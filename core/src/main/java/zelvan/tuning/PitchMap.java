package zelvan.tuning;

import java.util.Arrays;
import java.util.List;

/// How far the pitch of a voice is moved at each moment of it as recorded: in straight lines
/// between points, not at all before the first and after the last.
public final class PitchMap {
    /// Nothing is moved.
    public static final PitchMap NONE = new PitchMap(new double[0], new double[0]);

    /// Two octaves up or down.
    public static final double MOST_CENTS = 2400;

    private final double[] seconds;
    private final double[] cents;

    private PitchMap(double[] seconds, double[] cents) {
        this.seconds = seconds;
        this.cents = cents;
    }

    /// @param sourceSeconds when, in the voice as recorded
    /// @param cents how far up, −2400 to 2400
    public record Point(double sourceSeconds, double cents) {}

    /// @param points in order of time; two at the same time are a step
    public static PitchMap of(List<Point> points) {
        double[] seconds = points.stream().mapToDouble(Point::sourceSeconds).toArray();
        double[] cents = points.stream().mapToDouble(Point::cents).toArray();
        for (int i = 0; i < seconds.length; i++) {
            boolean inOrder = i == 0 || seconds[i] >= seconds[i - 1];
            if (!Double.isFinite(seconds[i]) || !inOrder || !(Math.abs(cents[i]) <= MOST_CENTS)) {
                throw new IllegalArgumentException(
                        "a pitch map cannot have " + cents[i] + " cents at " + seconds[i] + " s");
            }
        }
        return new PitchMap(seconds, cents);
    }

    /// The same everywhere from one moment to another.
    public static PitchMap constant(double fromSeconds, double toSeconds, double cents) {
        return of(List.of(new Point(fromSeconds, cents), new Point(toSeconds, cents)));
    }

    /// How far up the pitch is moved at a moment of the voice as recorded, cents; at a step, what
    /// holds from there on.
    public double centsAt(double sourceSeconds) {
        int after = after(sourceSeconds);
        if (after == 0 || after == seconds.length) {
            return after > 0 && sourceSeconds == seconds[after - 1] ? cents[after - 1] : 0;
        }
        double share = (sourceSeconds - seconds[after - 1]) / (seconds[after] - seconds[after - 1]);
        return cents[after - 1] + share * (cents[after] - cents[after - 1]);
    }

    /// Index of the first point after a moment.
    private int after(double sourceSeconds) {
        int found = Arrays.binarySearch(seconds, sourceSeconds);
        int after = found >= 0 ? found + 1 : -found - 1;
        while (after < seconds.length && seconds[after] == sourceSeconds) {
            after++;
        }
        return after;
    }

    /// Whether anything is moved from a moment to just before another one.
    public boolean changes(double fromSeconds, double toSeconds) {
        if (centsAt(fromSeconds) != 0) {
            return true;
        }
        int next = after(fromSeconds);
        while (next < seconds.length && seconds[next] < toSeconds) {
            if (cents[next] != 0) {
                return true;
            }
            next++;
        }
        boolean rises = next > 0 && next < seconds.length && cents[next] != 0;
        return rises && seconds[next - 1] < toSeconds && seconds[next] > seconds[next - 1];
    }

    public int size() {
        return seconds.length;
    }

    public Point point(int index) {
        return new Point(seconds[index], cents[index]);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof PitchMap map
                && Arrays.equals(seconds, map.seconds)
                && Arrays.equals(cents, map.cents);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(seconds) + Arrays.hashCode(cents);
    }
}
