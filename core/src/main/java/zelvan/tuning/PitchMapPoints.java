package zelvan.tuning;

import java.util.Arrays;
import zelvan.units.Curve;

/// The points of a pitch map as they come, without an object for each.
final class PitchMapPoints {
    private final double[] seconds;
    private final double[] cents;
    private int count;

    PitchMapPoints(int most) {
        seconds = new double[most];
        cents = new double[most];
    }

    /// @param sourceSeconds not before the one added last
    void add(double sourceSeconds, double upCents) {
        seconds[count] = sourceSeconds;
        cents[count++] = upCents;
    }

    PitchMap map() {
        return count == 0
                ? PitchMap.NONE
                : new PitchMap(
                        Curve.of(Arrays.copyOf(seconds, count), Arrays.copyOf(cents, count)));
    }
}
