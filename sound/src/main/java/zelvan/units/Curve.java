package zelvan.units;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;

/// How much of something there is at each moment: in straight lines between points, none before the
/// first and after the last. An immutable value.
public final class Curve {
    /// None anywhere.
    public static final Curve NONE = new Curve(new double[0], new double[0]);

    /// Beyond all recordings.
    private static final double FAR_SECONDS = 1e9;

    private final double[] seconds;
    private final double[] values;

    private Curve(double[] seconds, double[] values) {
        this.seconds = seconds;
        this.values = values;
    }

    /// @param seconds when
    /// @param value how much then
    public record Point(double seconds, double value) {}

    /// @param points in order of time; two at the same time are a step
    /// @throws IllegalArgumentException if they are not in order, or not finite
    public static Curve of(List<Point> points) {
        return of(
                points.stream().mapToDouble(Point::seconds).toArray(),
                points.stream().mapToDouble(Point::value).toArray());
    }

    /// @param seconds in order; taken over
    /// @param values as many; taken over
    /// @throws IllegalArgumentException if they are not in order, or not finite
    public static Curve of(double[] seconds, double[] values) {
        for (int i = 0; i < seconds.length; i++) {
            boolean inOrder = i == 0 || seconds[i] >= seconds[i - 1];
            if (!Double.isFinite(seconds[i]) || !Double.isFinite(values[i]) || !inOrder) {
                throw new IllegalArgumentException(
                        "a curve cannot have " + values[i] + " at " + seconds[i] + " s");
            }
        }
        return new Curve(seconds, values);
    }

    /// As much from one moment to another.
    public static Curve constant(double fromSeconds, double toSeconds, double value) {
        return of(new double[] {fromSeconds, toSeconds}, new double[] {value, value});
    }

    /// As much everywhere.
    public static Curve everywhere(double value) {
        return value == 0 ? NONE : constant(-FAR_SECONDS, FAR_SECONDS, value);
    }

    /// How much there is at a moment; at a step, what holds from there on.
    public double at(double moment) {
        return at(moment, after(moment));
    }

    /// How much there is just before a moment.
    private double before(double moment) {
        int first = Arrays.binarySearch(seconds, moment);
        if (first < 0) {
            return at(moment);
        }
        while (first > 0 && seconds[first - 1] == moment) {
            first--;
        }
        return first == 0 ? 0 : values[first];
    }

    /// Both together.
    public Curve plus(Curve other) {
        if (size() == 0 || other.size() == 0) {
            return size() == 0 ? other : this;
        }
        double[] moments =
                DoubleStream.concat(Arrays.stream(seconds), Arrays.stream(other.seconds))
                        .sorted()
                        .distinct()
                        .toArray();
        List<Point> points = new ArrayList<>();
        for (double moment : moments) {
            double before = before(moment) + other.before(moment);
            double from = at(moment) + other.at(moment);
            if (before != from) {
                points.add(new Point(moment, before));
            }
            points.add(new Point(moment, from));
        }
        return of(points);
    }

    /// The same, but at no point less or more than that.
    public Curve within(double least, double most) {
        double[] clamped = Arrays.stream(values).map(v -> Math.clamp(v, least, most)).toArray();
        return new Curve(seconds, clamped);
    }

    private double at(double moment, int after) {
        if (after == 0 || after == seconds.length) {
            return after > 0 && moment == seconds[after - 1] ? values[after - 1] : 0;
        }
        double share = (moment - seconds[after - 1]) / (seconds[after] - seconds[after - 1]);
        return values[after - 1] + share * (values[after] - values[after - 1]);
    }

    /// Index of the first point after a moment.
    private int after(double moment) {
        int found = Arrays.binarySearch(seconds, moment);
        int after = found >= 0 ? found + 1 : -found - 1;
        while (after < seconds.length && seconds[after] == moment) {
            after++;
        }
        return after;
    }

    /// Whether there is any from a moment to just before another one.
    public boolean isAnyBetween(double fromSeconds, double toSeconds) {
        int next = after(fromSeconds);
        if (at(fromSeconds, next) != 0) {
            return true;
        }
        while (next < seconds.length && seconds[next] < toSeconds) {
            if (values[next] != 0) {
                return true;
            }
            next++;
        }
        boolean rises = next > 0 && next < seconds.length && values[next] != 0;
        return rises && seconds[next - 1] < toSeconds && seconds[next] > seconds[next - 1];
    }

    /// Whether it changes its slope, or steps, after a moment and up to another one.
    public boolean turnsBetween(double fromSeconds, double toSeconds) {
        int next = after(fromSeconds);
        return next < seconds.length && seconds[next] <= toSeconds;
    }

    /// The moments at which it may begin or cease to be none.
    public double[] borders() {
        double[] borders = new double[seconds.length];
        int count = 0;
        for (int i = 0; i < seconds.length; i++) {
            boolean end = i == 0 || i == seconds.length - 1;
            if (end || values[i] == 0 && (values[i - 1] == 0 || values[i + 1] == 0)) {
                borders[count++] = seconds[i];
            }
        }
        return Arrays.copyOf(borders, count);
    }

    /// The greatest distance from none.
    public double most() {
        double most = 0;
        for (double value : values) {
            most = Math.max(most, Math.abs(value));
        }
        return most;
    }

    public int size() {
        return seconds.length;
    }

    public Point point(int index) {
        return new Point(seconds[index], values[index]);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Curve curve
                && Arrays.equals(seconds, curve.seconds)
                && Arrays.equals(values, curve.values);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(seconds) + Arrays.hashCode(values);
    }
}
