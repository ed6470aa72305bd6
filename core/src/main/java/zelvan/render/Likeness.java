package zelvan.render;

import org.jspecify.annotations.Nullable;
import zelvan.audio.Sound;
import zelvan.dsp.Sums;

/// How much moments of a part of a voice, all channels together, resemble each other: the
/// normalised correlation of the steps that end at them, −1 to 1. Used by one thread.
final class Likeness {
    private static final Sums SUMS = Sums.quickest();
    private static final double LEAST_POWER = 1e-12;

    private final float[] samples;
    private final long from;
    private final int stride;
    private final float[] @Nullable [] strands;

    /// @param from first frame of the part
    /// @param to its end
    /// @param stride where much is compared, each so many frames
    Likeness(Sound sound, long from, long to, int stride) {
        this.samples = sound.mono(from, (int) Math.max(0, to - from));
        this.from = from;
        this.stride = stride;
        this.strands = new float[stride][];
    }

    /// Of the steps that end at two frames, each frame compared; 0 where one of them lies outside.
    ///
    /// @param length of the steps, frames
    double of(long a, long b, int length) {
        return isInside(a, length) && isInside(b, length) ? of(a, b, length, 1) : 0;
    }

    /// The same, roughly.
    double roughly(long a, long b, int length) {
        return isInside(a, length) && isInside(b, length) ? of(a, b, length, stride) : 0;
    }

    private boolean isInside(long end, int length) {
        return end - length >= from && end <= from + samples.length;
    }

    private double of(long a, long b, int length, int step) {
        double product = 0;
        double powerA = LEAST_POWER;
        double powerB = LEAST_POWER;
        for (int i = -length; i < 0; i += step) {
            double x = samples[(int) (a + i - from)];
            double y = samples[(int) (b + i - from)];
            product += x * y;
            powerA += x * x;
            powerB += y * y;
        }
        return product / Math.sqrt(powerA * powerB);
    }

    /// The same of one frame with many others, a stride apart from each other.
    ///
    /// @param first of the others
    double[] roughly(long one, long first, int count, int length) {
        double[] alike = new double[count];
        int low = (int) Math.clamp(Math.ceilDiv(from + length - first, stride), 0, count);
        int high =
                (int)
                        Math.clamp(
                                Math.floorDiv(from + samples.length - first, stride) + 1, 0, count);
        if (low >= high || !isInside(one, length)) {
            return alike;
        }
        float[] own = every(one, length);
        double ownPower = LEAST_POWER;
        for (float x : own) {
            ownPower += (double) x * x;
        }
        int start = (int) (first + (long) low * stride - length - from);
        float[] strand = strand(start % stride);
        int at = start / stride;
        float[] products = new float[Math.ceilDiv(high - low, Sums.FULL) * Sums.FULL];
        SUMS.ofStrands(new float[][] {strand}, at, own, products);
        int compared = Math.ceilDiv(length, stride);
        double power = LEAST_POWER;
        for (int i = 0; i < compared; i++) {
            power += square(strand[at + i]);
        }
        for (int k = low; k < high; k++) {
            alike[k] = products[k - low] / Math.sqrt(ownPower * Math.max(power, LEAST_POWER));
            power += square(strand[at + k - low + compared]) - square(strand[at + k - low]);
        }
        return alike;
    }

    /// One frame a stride of the step that ends at a frame, and silence up to a number that is
    /// quick to reckon with.
    private float[] every(long end, int length) {
        float[] every = new float[Math.ceilDiv(Math.ceilDiv(length, stride), 4) * 4];
        for (int i = 0; i * stride < length; i++) {
            every[i] = samples[(int) (end - length + (long) i * stride - from)];
        }
        return every;
    }

    /// One frame a stride of all, with room behind them.
    private float[] strand(int number) {
        float[] known = strands[number];
        if (known == null) {
            known = new float[samples.length / stride + 4 * Sums.FULL];
            for (int i = number; i < samples.length; i += stride) {
                known[i / stride] = samples[i];
            }
            strands[number] = known;
        }
        return known;
    }

    private static double square(double x) {
        return x * x;
    }
}
