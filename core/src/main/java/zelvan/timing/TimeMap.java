package zelvan.timing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;

/// When each moment of a voice sounds: a strictly increasing function from source time to output
/// time, in straight lines between its points. Before the first and after the last point time runs
/// at rate 1.
public final class TimeMap {
    /// Nothing is moved.
    public static final TimeMap IDENTITY = new TimeMap(new double[] {0}, new double[] {0});

    /// Points nearer than this are one.
    private static final double CLOSEST_SECONDS = 1e-6;

    private final double[] source;
    private final double[] output;

    private TimeMap(double[] source, double[] output) {
        this.source = source;
        this.output = output;
    }

    /// A moment in the voice as recorded, and when it sounds.
    public record Point(double sourceSeconds, double outputSeconds) {}

    /// @param points at least one, strictly increasing in both times
    public static TimeMap of(List<Point> points) {
        double[] source = points.stream().mapToDouble(Point::sourceSeconds).toArray();
        double[] output = points.stream().mapToDouble(Point::outputSeconds).toArray();
        if (source.length == 0) {
            throw new IllegalArgumentException("a time map needs a point");
        }
        for (int i = 0; i < source.length; i++) {
            boolean increases = i == 0 || (source[i] > source[i - 1] && output[i] > output[i - 1]);
            if (!Double.isFinite(source[i]) || !Double.isFinite(output[i]) || !increases) {
                throw new IllegalArgumentException(
                        "a time map must increase, did not at "
                                + source[i]
                                + " s, "
                                + output[i]
                                + " s");
            }
        }
        return new TimeMap(source, output);
    }

    public int size() {
        return source.length;
    }

    public Point point(int index) {
        return new Point(source[index], output[index]);
    }

    public List<Point> points() {
        return java.util.stream.IntStream.range(0, source.length).mapToObj(this::point).toList();
    }

    /// When a moment of the source sounds.
    public double outputSecondsAt(double sourceSeconds) {
        return interpolate(source, output, sourceSeconds);
    }

    /// What of the source sounds at a moment: the inverse of [#outputSecondsAt].
    public double sourceSecondsAt(double outputSeconds) {
        return interpolate(output, source, outputSeconds);
    }

    private static double interpolate(double[] xs, double[] ys, double x) {
        int found = Arrays.binarySearch(xs, x);
        if (found >= 0) {
            return ys[found];
        }
        int after = -found - 1;
        if (after == 0 || after == xs.length) {
            int edge = after == 0 ? 0 : xs.length - 1;
            return ys[edge] + (x - xs[edge]);
        }
        double share = (x - xs[after - 1]) / (xs[after] - xs[after - 1]);
        return ys[after - 1] + share * (ys[after] - ys[after - 1]);
    }

    /// What sounds at the same time as each moment of this map's source, in the source of another:
    /// this map, and then the other one backwards.
    public TimeMap against(TimeMap other) {
        if (equals(other)) {
            return IDENTITY;
        }
        TreeSet<Double> moments = new TreeSet<>();
        for (double seconds : source) {
            moments.add(seconds);
        }
        for (double seconds : other.output) {
            moments.add(sourceSecondsAt(seconds));
        }
        List<Point> points = new ArrayList<>();
        for (double seconds : moments) {
            double there = other.sourceSecondsAt(outputSecondsAt(seconds));
            boolean after =
                    points.isEmpty()
                            || (seconds > points.getLast().sourceSeconds() + CLOSEST_SECONDS
                                    && there > points.getLast().outputSeconds());
            if (after) {
                points.add(new Point(seconds, there));
            }
        }
        return of(points);
    }

    /// Whether nothing is moved at all. The same, several times as slow.
    ///
    /// @param factor above 0
    /// @param seconds length of what is mapped
    public TimeMap slowed(double factor, double seconds) {
        List<Point> slow = new ArrayList<>();
        slow.add(new Point(0, factor * outputSecondsAt(0)));
        for (Point point : points()) {
            boolean inside =
                    point.sourceSeconds() > CLOSEST_SECONDS
                            && point.sourceSeconds() < seconds - CLOSEST_SECONDS;
            if (inside) {
                slow.add(new Point(point.sourceSeconds(), factor * point.outputSeconds()));
            }
        }
        slow.add(new Point(seconds, factor * outputSecondsAt(seconds)));
        return of(slow);
    }

    public boolean isIdentity() {
        return Arrays.equals(source, output);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof TimeMap map
                && Arrays.equals(source, map.source)
                && Arrays.equals(output, map.output);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(source) + Arrays.hashCode(output);
    }

    @Override
    public String toString() {
        return "TimeMap" + points();
    }
}
