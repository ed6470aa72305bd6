package zelvan.render;

import zelvan.dsp.SincKernel;

/// Reads a voice anywhere between its samples.
final class Interpolator {
    /// Samples that are read on each side of a position.
    static final int HALF_TAPS = 16;

    private static final int TAPS = 2 * HALF_TAPS;

    /// Positions are rounded to this part of a frame: an error of less than −60 dB at 16 kHz.
    private static final int PHASES = 1024;

    private static final double KAISER_BETA = 8;
    private static final float[] KERNELS = kernels();

    private Interpolator() {}

    /// @param samples silence outside
    /// @param position in frames; whole positions give the sample itself
    static float at(float[] samples, double position) {
        double rounded = Math.rint(position * PHASES) / PHASES;
        long whole = (long) Math.floor(rounded);
        int phase = (int) ((rounded - whole) * PHASES);
        if (phase == 0) {
            return whole >= 0 && whole < samples.length ? samples[(int) whole] : 0;
        }
        int kernel = phase * TAPS;
        long first = whole - HALF_TAPS + 1;
        if (first < 0 || first + TAPS > samples.length) {
            return atEdge(samples, first, kernel);
        }
        int from = (int) first;
        float a = 0;
        float b = 0;
        float c = 0;
        float d = 0;
        for (int k = 0; k < TAPS; k += 4) {
            a += KERNELS[kernel + k] * samples[from + k];
            b += KERNELS[kernel + k + 1] * samples[from + k + 1];
            c += KERNELS[kernel + k + 2] * samples[from + k + 2];
            d += KERNELS[kernel + k + 3] * samples[from + k + 3];
        }
        return (a + b) + (c + d);
    }

    private static float atEdge(float[] samples, long first, int kernel) {
        float sum = 0;
        for (int k = 0; k < TAPS; k++) {
            long at = first + k;
            if (at >= 0 && at < samples.length) {
                sum += KERNELS[kernel + k] * samples[(int) at];
            }
        }
        return sum;
    }

    private static float[] kernels() {
        float[] kernels = new float[PHASES * TAPS];
        for (int phase = 0; phase < PHASES; phase++) {
            float[] kernel = SincKernel.weights(HALF_TAPS, (double) phase / PHASES, 1, KAISER_BETA);
            System.arraycopy(kernel, 0, kernels, phase * TAPS, TAPS);
        }
        return kernels;
    }
}
