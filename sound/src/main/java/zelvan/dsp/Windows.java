package zelvan.dsp;

/// Window functions.
///
/// **Source:** F. J. Harris, *On the use of windows for harmonic analysis with the discrete Fourier
/// transform* (1978); J. F. Kaiser, *Nonrecursive digital filter design using the I0-sinh window
/// function* (1974).
public final class Windows {
    private Windows() {}

    /// The periodic Hann window: overlapped at half its length it sums to 1.
    public static double[] hann(int length) {
        double[] window = new double[length];
        for (int i = 0; i < length; i++) {
            window[i] = 0.5 - 0.5 * Math.cos(2 * Math.PI * i / length);
        }
        return window;
    }

    /// The Kaiser window's value at `x` from −1 (left end) over 0 (its middle, where it is 1) to 1.
    ///
    /// @param beta shape: 0 is rectangular; about 12 puts the side lobes below −118 dB
    public static double kaiser(double x, double beta) {
        return Math.abs(x) > 1 ? 0 : besselI0(beta * Math.sqrt(1 - x * x)) / besselI0(beta);
    }

    /// Modified Bessel function of the first kind and order zero, by its power series.
    private static double besselI0(double x) {
        double term = 1;
        double sum = 1;
        double quarter = x * x / 4;
        for (int k = 1; term > sum * 1e-17; k++) {
            term *= quarter / ((double) k * k);
            sum += term;
        }
        return sum;
    }
}
