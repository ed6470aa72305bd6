package zelvan.render;

import java.util.List;

/// How much louder each harmonic of a voice sounds, whatever its pitch; the voice as a whole
/// becomes louder or softer with them. A cycle does not tell neighbours apart sharply: where they
/// differ by more than some 6 dB each comes out nearer to the other.
///
/// @param decibels of the first harmonic, the second and so on, −18 to 18; 0 beyond the last
public record HarmonicGains(List<Double> decibels) {
    public static final HarmonicGains NONE = new HarmonicGains(List.of());

    private static final double MOST_DECIBELS = 18;
    private static final double NEPER = Math.log(10) / 20;

    public HarmonicGains {
        decibels = List.copyOf(decibels);
        for (double each : decibels) {
            if (!(Math.abs(each) <= MOST_DECIBELS)) {
                throw new IllegalArgumentException("decibels must be -18 to 18, was " + each);
            }
        }
    }

    boolean isNone() {
        for (double each : decibels) {
            if (each != 0) {
                return false;
            }
        }
        return true;
    }

    /// Natural logarithm of a harmonic's factor.
    ///
    /// @param harmonic 1 is the fundamental
    double neper(int harmonic) {
        return harmonic <= decibels.size() ? NEPER * decibels.get(harmonic - 1) : 0;
    }
}
