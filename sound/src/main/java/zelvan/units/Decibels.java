package zelvan.units;

/// Levels as ratios of amplitude: 0 dB is 1, +6.02 dB is 2.
public final class Decibels {
    private static final double PER_DECADE = 20;

    private Decibels() {}

    /// The level of an amplitude; 0 gives negative infinity.
    public static double ofAmplitude(double amplitude) {
        return PER_DECADE * Math.log10(amplitude);
    }

    /// The amplitude of a level; negative infinity gives 0.
    public static double toAmplitude(double decibels) {
        return Math.pow(10, decibels / PER_DECADE);
    }

    /// How far a meter is filled: 0 at its lowest level and below, 1 at full scale and above.
    ///
    /// @param lowestDecibels below 0
    public static double meterShare(double amplitude, double lowestDecibels) {
        return Math.clamp(1 - ofAmplitude(amplitude) / lowestDecibels, 0, 1);
    }
}
