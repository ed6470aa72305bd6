package zelvan.render;

import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import zelvan.units.Curve;

/// How much louder each harmonic of a voice sounds, whatever its pitch, by the moment of it as
/// recorded; the voice as a whole becomes louder or softer with them. A cycle does not tell
/// neighbours apart sharply: where they differ by more than some 9 dB each comes out nearer to the
/// other.
///
/// @param decibels of the first harmonic, the second and so on, −18 to 18; 0 beyond the last
public record HarmonicGains(List<Curve> decibels) {
    public static final HarmonicGains NONE = new HarmonicGains(List.of());

    /// The most that a harmonic is turned up or down.
    public static final double MOST_DECIBELS = 18;

    /// Of a harmonic's amplitude, in each neighbour; measured on tones that stand and that glide.
    /// One that is louder than its neighbours loses more than one that is softer gains.
    private static final double LEAK = 0.03;

    private static final double LOUD_LEAK = 0.055;

    private static final double NEPER = Math.log(10) / 20;

    public HarmonicGains {
        decibels = List.copyOf(decibels);
        for (Curve each : decibels) {
            if (!(each.most() <= MOST_DECIBELS)) {
                throw new IllegalArgumentException(
                        "decibels must be -18 to 18, was " + each.most());
            }
        }
    }

    /// The same everywhere.
    public static HarmonicGains everywhere(List<Double> decibels) {
        return new HarmonicGains(decibels.stream().map(Curve::everywhere).toList());
    }

    boolean isNone() {
        return decibels.stream().allMatch(c -> c.most() == 0);
    }

    boolean isAnyBetween(double fromSeconds, double toSeconds) {
        return decibels.stream().anyMatch(c -> c.isAnyBetween(fromSeconds, toSeconds));
    }

    boolean isAnyAt(double seconds) {
        for (Curve each : decibels) {
            if (each.at(seconds) != 0) {
                return true;
            }
        }
        return false;
    }

    /// The moments at which there may begin or cease to be any.
    double[] borders() {
        return decibels.stream().flatMapToDouble(c -> DoubleStream.of(c.borders())).toArray();
    }

    /// Natural logarithms of the harmonics' factors, so that each comes out by what is asked for: a
    /// cycle lets some of each harmonic into its neighbours.
    ///
    /// @param count how many; index 1 is the fundamental
    double[] nepers(int count, double seconds) {
        double[] nepers = new double[count + 1];
        if (isAnyAt(seconds)) {
            // The neighbour of the last one is the last to change.
            int changed = Math.min(count, decibels.size() + 1);
            double[] factors = factors(changed + 2, seconds);
            for (int h = 1; h <= changed; h++) {
                double own = factors[h];
                double above = 2 * own - factors[h - 1] - factors[h + 1];
                double leak = above > 0 ? LOUD_LEAK : LEAK;
                nepers[h] = Math.log(Math.max(0.5 * own, own + leak * above));
            }
        }
        return nepers;
    }

    /// What is below the fundamental goes with it.
    private double[] factors(int count, double seconds) {
        double[] factors = new double[count];
        Arrays.fill(factors, 1);
        for (int h = 1; h < Math.min(count, decibels.size() + 1); h++) {
            factors[h] = Math.exp(NEPER * decibels.get(h - 1).at(seconds));
        }
        factors[0] = factors[1];
        return factors;
    }
}
