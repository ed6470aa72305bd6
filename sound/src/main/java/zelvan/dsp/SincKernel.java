package zelvan.dsp;

/// Weights for reading a signal between its samples: a Kaiser-windowed sinc.
///
/// **Source:** J. O. Smith, *Digital audio resampling* (2002).
public final class SincKernel {
    private SincKernel() {}

    /// Weights of `2 · radius` samples around a position; they sum to 1.
    ///
    /// @param radius samples on each side, above 0
    /// @param fraction of a sample by which the position lies after the sample of weight `radius −
    ///   1`, 0 to 1
    /// @param cutoff where the response is halved, as a share of the Nyquist frequency, 0 to 1
    /// @param beta shape of the window, see [Windows#kaiser]
    public static float[] weights(int radius, double fraction, double cutoff, double beta) {
        double[] exact = new double[2 * radius];
        double sum = 0;
        for (int i = 0; i < exact.length; i++) {
            double distance = i - radius + 1 - fraction;
            double x = Math.PI * cutoff * distance;
            double sinc = Math.abs(x) < 1e-12 ? 1 : Math.sin(x) / x;
            exact[i] = sinc * Windows.kaiser(distance / radius, beta);
            sum += exact[i];
        }
        float[] weights = new float[exact.length];
        for (int i = 0; i < weights.length; i++) {
            weights[i] = (float) (exact[i] / sum);
        }
        return weights;
    }
}
