package zelvan.audio;

/// Noise that is added before a sample is rounded, so that what is lost is heard as faint hiss and
/// not as distortion of the sound. A sample that needs no rounding is left as it is.
///
/// The noise depends on the place of the sample alone: the same sound gives the same file.
///
/// **Source:** S. P. Lipshitz, R. A. Wannamaker & J. Vanderkooy, *Quantization and dither: a
/// theoretical survey* (1992): triangular, two steps wide.
final class Dither {
    private static final long GOLDEN = 0x9E3779B97F4A7C15L;
    private static final long CHANNEL = 0xD1B54A32D192ED03L;

    private Dither() {}

    /// A value in steps of the format, as a whole number.
    static double rounded(double steps, long frame, int channel) {
        double plain = Math.rint(steps);
        return plain == steps ? steps : Math.rint(steps + triangular(frame, channel));
    }

    /// Between −1 and 1, most often near 0.
    static double triangular(long frame, int channel) {
        long bits = mixed(frame * GOLDEN + channel * CHANNEL);
        return ((bits >>> 32) - (bits & 0xFFFFFFFFL)) * 0x1p-32;
    }

    /// The finalizer of SplitMix64 (G. Steele, D. Lea & C. Flood, 2014).
    private static long mixed(long z) {
        z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
        z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
        return z ^ (z >>> 31);
    }
}
