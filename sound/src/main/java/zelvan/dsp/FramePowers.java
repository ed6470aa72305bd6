package zelvan.dsp;

import java.util.Arrays;

/// Power spectra of windowed frames of a signal, a hop apart, many frames at a time.
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

    private final float[][] strands;
    private final int silence;
    private final float[] window;
    private final int length;
    private final int[] reversed;
    private final float[] cosines;
    private final float[] sines;
    private final float[] real;
    private final float[] imaginary;

    /// @param hop from one frame to the next, samples
    /// @param window what a frame is multiplied by
    /// @param length of the transform, a power of two, at least that of the window: zeros follow
    public FramePowers(float[] signal, int hop, double[] window, int length) {
        if (Integer.bitCount(length) != 1 || length < Math.max(2, window.length)) {
            throw new IllegalArgumentException(
                    "length must be a power of two and hold the window, was " + length);
        }
        silence = Math.ceilDiv(length, hop) + FRAMES;
        strands = strands(signal, hop, silence);
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

    /// Sample n stands in strand `n % hop` at `n / hop + silence`, and silence after the last one:
    /// so the samples that frames have in the same place lie side by side.
    private static float[][] strands(float[] signal, int hop, int silence) {
        float[][] strands = new float[hop][signal.length / hop + 1 + 2 * silence];
        for (int n = 0, at = silence; n < signal.length; at++) {
            for (int r = 0; r < hop && n < signal.length; r++, n++) {
                strands[r][at] = signal[n];
            }
        }
        return strands;
    }

    /// The power |X|² of the bins 0 to length / 2 of [#FRAMES] frames.
    ///
    /// @param start where the first one begins, from `−length` to the end of the signal, beyond
    ///   which there is silence
    /// @param power takes `power[bin · FRAMES + frame]`
    public void read(int start, float[] power) {
        Arrays.fill(real, 0);
        Arrays.fill(imaginary, 0);
        for (int i = 0; i < window.length; i++) {
            int at = start + i + silence * strands.length;
            float[] strand = strands[at % strands.length];
            int from = at / strands.length;
            int to = reversed[i] * LANES;
            SUMS.scaled(strand, from, window[i], real, to);
            SUMS.scaled(strand, from + LANES, window[i], imaginary, to);
        }
        SUMS.transform(real, imaginary, cosines, sines);
        SUMS.powers(real, imaginary, power);
    }
}
