package zelvan.render;

import java.util.Arrays;
import zelvan.dsp.SincKernel;
import zelvan.dsp.Sums;

/// Reads a voice anywhere between its samples.
final class Interpolator {
    /// Samples that are read on each side of a position.
    static final int HALF_TAPS = 12;

    private static final int TAPS = 2 * HALF_TAPS;

    /// Positions are rounded to this part of a frame: an error of less than −60 dB at 16 kHz.
    private static final int PHASE_BITS = 10;

    private static final int PHASES = 1 << PHASE_BITS;

    private static final double KAISER_BETA = 7;
    private static final float[][] KERNELS = kernels();
    private static final Sums SUMS = Sums.quickest();

    private Interpolator() {}

    /// @param samples silence outside
    /// @param position in frames; whole positions give the sample itself
    static float at(float[] samples, double position) {
        long rounded = (long) Math.rint(position * PHASES);
        long whole = rounded >> PHASE_BITS;
        int phase = (int) rounded & (PHASES - 1);
        if (phase == 0) {
            return whole >= 0 && whole < samples.length ? samples[(int) whole] : 0;
        }
        float[] kernel = KERNELS[phase];
        long first = whole - HALF_TAPS + 1;
        if (first < 0 || first + TAPS > samples.length) {
            return atEdge(samples, first, kernel);
        }
        return SUMS.ofTaps(samples, (int) first, kernel);
    }

    /// As many samples as fit, from a position on: the same as [#at] at every whole step from
    /// there, and much faster.
    ///
    /// @param position of the first, in frames
    static void from(float[] samples, double position, float[] into) {
        long rounded = (long) Math.rint(position * PHASES);
        int first = (int) (rounded >> PHASE_BITS) - HALF_TAPS + 1;
        float[] kernel = KERNELS[(int) rounded & (PHASES - 1)];
        if (first < 0 || first + TAPS + into.length > samples.length + 1) {
            for (int i = 0; i < into.length; i++) {
                into[i] = atEdge(samples, first + i, kernel);
            }
            return;
        }
        Arrays.fill(into, 0);
        for (int k = 0; k < TAPS; k++) {
            float weight = kernel[k];
            int shift = first + k;
            for (int i = 0; i < into.length; i++) {
                into[i] = Math.fma(weight, samples[shift + i], into[i]);
            }
        }
    }

    /// Some samples, each a step further on than the one before: the same as [#at] there.
    ///
    /// @param position of the first, in frames
    /// @param step frames, positive
    static void along(
            float[] samples, double position, double step, float[] into, int at, int count) {
        long first = whole(position) - HALF_TAPS;
        long last = whole(position + count * step) + HALF_TAPS;
        if (first < 0 || last >= samples.length) {
            for (int i = 0; i < count; i++) {
                into[at + i] = at(samples, position + i * step);
            }
            return;
        }
        for (int i = 0; i < count; i++) {
            long rounded = (long) Math.rint((position + i * step) * PHASES);
            int phase = (int) rounded & (PHASES - 1);
            int whole = (int) (rounded >> PHASE_BITS);
            into[at + i] =
                    phase == 0
                            ? samples[whole]
                            : SUMS.ofTaps(samples, whole - HALF_TAPS + 1, KERNELS[phase]);
        }
    }

    private static long whole(double position) {
        return (long) Math.floor(position);
    }

    private static float atEdge(float[] samples, long first, float[] kernel) {
        float sum = 0;
        for (int k = 0; k < TAPS; k++) {
            long at = first + k;
            if (at >= 0 && at < samples.length) {
                sum += kernel[k] * samples[(int) at];
            }
        }
        return sum;
    }

    private static float[][] kernels() {
        float[][] kernels = new float[PHASES][];
        for (int phase = 0; phase < PHASES; phase++) {
            kernels[phase] = SincKernel.weights(HALF_TAPS, (double) phase / PHASES, 1, KAISER_BETA);
        }
        return kernels;
    }
}
