package zelvan.dsp;

/// A second-order filter with its state, in transposed direct form II. Used by one thread.
public final class Biquad {
    private static final double SILENT = 1e-30;

    private final double b0;
    private final double b1;
    private final double b2;
    private final double a1;
    private final double a2;
    private double first;
    private double second;

    /// Coefficients for `y[n] = b0 x[n] + b1 x[n−1] + b2 x[n−2] − a1 y[n−1] − a2 y[n−2]`.
    public Biquad(double b0, double b1, double b2, double a1, double a2) {
        this.b0 = b0;
        this.b1 = b1;
        this.b2 = b2;
        this.a1 = a1;
        this.a2 = a2;
    }

    /// A Butterworth high-pass of second order by the bilinear transform (J. O. Smith,
    /// *Introduction to Digital Filters*, 2007).
    ///
    /// @param hertz where it takes 3 dB away; less than half the rate
    public static Biquad highPass(double hertz, int sampleRateHertz) {
        return highPass(hertz, Math.sqrt(0.5), sampleRateHertz);
    }

    /// A high-pass of second order by the bilinear transform.
    ///
    /// @param hertz the frequency of its poles, less than half the rate
    /// @param q how much it rises there, above 0
    public static Biquad highPass(double hertz, double q, int sampleRateHertz) {
        double k = Math.tan(Math.PI * hertz / sampleRateHertz);
        double norm = 1 / (1 + k / q + k * k);
        return new Biquad(
                norm, -2 * norm, norm, 2 * (k * k - 1) * norm, (1 - k / q + k * k) * norm);
    }

    public double process(double x) {
        double y = b0 * x + first;
        first = b1 * x - a1 * y + second;
        second = b2 * x - a2 * y;
        return y;
    }

    /// Filters a stretch of samples where they stand.
    public void process(double[] samples, int from, int to) {
        double s1 = first;
        double s2 = second;
        for (int i = from; i < to; i++) {
            double x = samples[i];
            double y = Math.fma(b0, x, s1);
            s1 = Math.fma(-a1, y, Math.fma(b1, x, s2));
            s2 = Math.fma(-a2, y, b2 * x);
            samples[i] = y;
        }
        first = s1;
        second = s2;
    }

    /// Forgets what has become too small to be heard, as processors are slow with tiny numbers.
    public void settle() {
        if (Math.abs(first) + Math.abs(second) < SILENT) {
            first = 0;
            second = 0;
        }
    }
}
