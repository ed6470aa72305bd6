package zelvan.tuning;

import java.util.ArrayList;
import java.util.List;
import zelvan.units.Curve;

/// How far the pitch of a voice is moved at each moment of it as recorded, in cents: in straight
/// lines between points, not at all before the first and after the last.
///
/// @param curve up is positive; −2400 to 2400
public record PitchMap(Curve curve) {
    /// Nothing is moved.
    public static final PitchMap NONE = new PitchMap(Curve.NONE);

    /// Two octaves up or down.
    public static final double MOST_CENTS = 2400;

    public PitchMap {
        if (!(curve.most() <= MOST_CENTS)) {
            throw new IllegalArgumentException(
                    "a pitch map cannot move by " + curve.most() + " cents");
        }
    }

    /// @param sourceSeconds when, in the voice as recorded
    /// @param cents how far up, −2400 to 2400
    public record Point(double sourceSeconds, double cents) {}

    /// @param points in order of time; two at the same time are a step
    public static PitchMap of(List<Point> points) {
        return new PitchMap(
                Curve.of(
                        points.stream().mapToDouble(Point::sourceSeconds).toArray(),
                        points.stream().mapToDouble(Point::cents).toArray()));
    }

    /// The same everywhere from one moment to another.
    public static PitchMap constant(double fromSeconds, double toSeconds, double cents) {
        return new PitchMap(Curve.constant(fromSeconds, toSeconds, cents));
    }

    /// Moved further by a curve of cents, as far as anything can be moved.
    public PitchMap plus(Curve cents) {
        if (cents.size() == 0) {
            return this;
        }
        List<Curve.Point> points = new ArrayList<>();
        Curve both = curve.plus(cents);
        for (int i = 0; i < both.size(); i++) {
            Curve.Point point = both.point(i);
            points.add(
                    new Curve.Point(
                            point.seconds(), Math.clamp(point.value(), -MOST_CENTS, MOST_CENTS)));
        }
        return new PitchMap(Curve.of(points));
    }

    /// How far up the pitch is moved at a moment of the voice as recorded, cents; at a step, what
    /// holds from there on.
    public double centsAt(double sourceSeconds) {
        return curve.at(sourceSeconds);
    }

    /// Whether anything is moved from a moment to just before another one.
    public boolean changes(double fromSeconds, double toSeconds) {
        return curve.isAnyBetween(fromSeconds, toSeconds);
    }

    public int size() {
        return curve.size();
    }

    public Point point(int index) {
        Curve.Point point = curve.point(index);
        return new Point(point.seconds(), point.value());
    }
}
