package zelvan.dsp;

/// Power spectra of windowed frames of a signal, many frames at a time.
///
/// How it works: frames stand side by side and are transformed together, step by step; half of them
/// as real and half as imaginary parts, which the symmetry of real signals' spectra separates
/// again. 32 bits are enough: what is lost lies 120 dB under the loudest bin.
///
/// An instance is used by one thread at a time.
///
/// **Source:** J. W. Cooley & J. W. Tukey, *An algorithm for the machine calculation of complex
/// Fourier series* (1965); for two real signals in one transform, e.g. W. H. Press et al.,
/// *Numerical Recipes*, section 12.3.
public final class FramePowers {
    /// Frames that are transformed together.
    public static final int FRAMES = 2 * Sums.LANES;

    private static final int LANES = Sums.LANES;
    private static final Sums SUMS = Sums.quickest();

    private final float[] window;
    private final int length;
    private final int[] reversed;
    private final float[] cosines;
    private final float[] sines;
    private final float[] real;
    private final float[] imaginary;

    /// @param window what a frame is multiplied by
    /// @param length of the transform, a power of two, at least that of the window: zeros follow
    public FramePowers(double[] window, int length) {
        if (Integer.bitCount(length) != 1 || length < Math.max(2, window.length)) {
            throw new IllegalArgumentException(
                    "length must be a power of two and hold the window, was " + length);
        }
        this.length = length;
        this.window = new float[window.length];
        reversed = new int[length];
        cosines = new float[length / 2];
        sines = new float[length / 2];
        real = new float[length * LANES];
        imaginary = new float[length * LANES];
        int bits = Integer.numberOfTrailingZeros(length);
        for (int i = 0; i < length; i++) {
            reversed[i] = Integer.reverse(i) >>> Integer.SIZE - bits;
        }
        for (int i = 0; i < window.length; i++) {
            this.window[i] = (float) window[i];
        }
        for (int k = 0; k < length / 2; k++) {
            cosines[k] = (float) Math.cos(2 * Math.PI * k / length);
            sines[k] = (float) -Math.sin(2 * Math.PI * k / length);
        }
    }

    /// The power |X|² of the bins 0 to length / 2 of [#FRAMES] frames.
    ///
    /// @param start where the first one begins; beyond the signal there is silence
    /// @param hop from one to the next, samples
    /// @param power takes `power[bin · FRAMES + frame]`
    public void read(float[] signal, int start, int hop, float[] power) {
        fill(real, signal, start, hop);
        fill(imaginary, signal, start + LANES * hop, hop);
        SUMS.transform(real, imaginary, cosines, sines);
        for (int k = 0; k <= length / 2; k++) {
            int at = k * LANES;
            int mirrored = (length - k) % length * LANES;
            for (int f = 0; f < LANES; f++) {
                float re = real[at + f];
                float im = imaginary[at + f];
                float mirroredRe = real[mirrored + f];
                float mirroredIm = imaginary[mirrored + f];
                float evenRe = re + mirroredRe;
                float evenIm = im - mirroredIm;
                float oddRe = im + mirroredIm;
                float oddIm = mirroredRe - re;
                power[k * FRAMES + f] = 0.25f * (evenRe * evenRe + evenIm * evenIm);
                power[k * FRAMES + LANES + f] = 0.25f * (oddRe * oddRe + oddIm * oddIm);
            }
        }
    }

    private void fill(float[] into, float[] signal, int start, int hop) {
        boolean inside = start >= 0 && start + (LANES - 1) * hop + window.length <= signal.length;
        for (int i = 0; i < length; i++) {
            int to = reversed[i] * LANES;
            float factor = i < window.length ? window[i] : 0;
            for (int f = 0; f < LANES; f++) {
                int at = start + f * hop + Math.min(i, window.length - 1);
                boolean sounds = inside || at >= 0 && at < signal.length;
                into[to + f] = sounds ? factor * signal[at] : 0;
            }
        }
    }
}
