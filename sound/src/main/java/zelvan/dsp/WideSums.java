package zelvan.dsp;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorSpecies;

/// Many numbers at a time.
final class WideSums implements Sums {
    // Constants, or the compiler does not see through them.
    private static final VectorSpecies<Float> FLOATS = FloatVector.SPECIES_PREFERRED;
    private static final int WIDTH = FLOATS.length();

    private static final VectorSpecies<Float> FOUR = FloatVector.SPECIES_128;

    /// Rows that are multiplied at once, so that the matrix is fetched once for them.
    private static final int ROWS = 4;

    private final PlainSums plain = new PlainSums();

    @Override
    public void ofStrands(float[][] strands, int start, float[] weights, float[] into) {
        if (into.length % (2 * WIDTH) != 0) {
            plain.ofStrands(strands, start, weights, into);
            return;
        }
        float[][] strand = new float[weights.length][];
        int[] at = new int[weights.length];
        for (int i = 0; i < weights.length; i++) {
            strand[i] = strands[(start + i) % strands.length];
            at[i] = (start + i) / strands.length;
        }
        for (int k = 0; k < into.length; k += 2 * WIDTH) {
            FloatVector a0 = FloatVector.zero(FLOATS);
            FloatVector a1 = a0;
            FloatVector a2 = a0;
            FloatVector a3 = a0;
            FloatVector b0 = a0;
            FloatVector b1 = a0;
            FloatVector b2 = a0;
            FloatVector b3 = a0;
            for (int i = 0; i < weights.length; i += 4) {
                float[] x0 = strand[i];
                float[] x1 = strand[i + 1];
                float[] x2 = strand[i + 2];
                float[] x3 = strand[i + 3];
                int k0 = at[i] + k;
                int k1 = at[i + 1] + k;
                int k2 = at[i + 2] + k;
                int k3 = at[i + 3] + k;
                a0 = a0.add(floats(x0, k0).mul(weights[i]));
                b0 = b0.add(floats(x0, k0 + WIDTH).mul(weights[i]));
                a1 = a1.add(floats(x1, k1).mul(weights[i + 1]));
                b1 = b1.add(floats(x1, k1 + WIDTH).mul(weights[i + 1]));
                a2 = a2.add(floats(x2, k2).mul(weights[i + 2]));
                b2 = b2.add(floats(x2, k2 + WIDTH).mul(weights[i + 2]));
                a3 = a3.add(floats(x3, k3).mul(weights[i + 3]));
                b3 = b3.add(floats(x3, k3 + WIDTH).mul(weights[i + 3]));
            }
            a0.add(a1).add(a2.add(a3)).intoArray(into, k);
            b0.add(b1).add(b2.add(b3)).intoArray(into, k + WIDTH);
        }
    }

    @Override
    public float ofTaps(float[] signal, int start, float[] weights) {
        FloatVector sum = FloatVector.zero(FOUR);
        for (int i = 0; i < weights.length; i += 4) {
            sum =
                    FloatVector.fromArray(FOUR, weights, i)
                            .fma(FloatVector.fromArray(FOUR, signal, start + i), sum);
        }
        return sum.lane(0) + sum.lane(1) + (sum.lane(2) + sum.lane(3));
    }

    private static FloatVector floats(float[] values, int at) {
        return FloatVector.fromArray(FLOATS, values, at);
    }

    @Override
    public void ofRows(float[][] rows, float[] matrix, int width, float[][] into) {
        int wide = width - width % (2 * WIDTH);
        int r = 0;
        for (; r + ROWS <= rows.length; r += ROWS) {
            for (int c = 0; c < wide; c += 2 * WIDTH) {
                four(rows, r, matrix, width, c, into);
            }
        }
        for (int k = 0; k < rows.length; k++) {
            PlainSums.columns(rows[k], matrix, width, k < r ? wide : 0, into[k]);
        }
    }

    private static void four(
            float[][] rows, int r, float[] matrix, int width, int column, float[][] into) {
        float[] x0 = rows[r];
        float[] x1 = rows[r + 1];
        float[] x2 = rows[r + 2];
        float[] x3 = rows[r + 3];
        FloatVector a0 = floats(into[r], column);
        FloatVector b0 = floats(into[r], column + WIDTH);
        FloatVector a1 = floats(into[r + 1], column);
        FloatVector b1 = floats(into[r + 1], column + WIDTH);
        FloatVector a2 = floats(into[r + 2], column);
        FloatVector b2 = floats(into[r + 2], column + WIDTH);
        FloatVector a3 = floats(into[r + 3], column);
        FloatVector b3 = floats(into[r + 3], column + WIDTH);
        int at = column;
        for (int i = 0; i < x0.length; i++) {
            FloatVector a = floats(matrix, at);
            FloatVector b = floats(matrix, at + WIDTH);
            a0 = a0.add(a.mul(x0[i]));
            b0 = b0.add(b.mul(x0[i]));
            a1 = a1.add(a.mul(x1[i]));
            b1 = b1.add(b.mul(x1[i]));
            a2 = a2.add(a.mul(x2[i]));
            b2 = b2.add(b.mul(x2[i]));
            a3 = a3.add(a.mul(x3[i]));
            b3 = b3.add(b.mul(x3[i]));
            at += width;
        }
        a0.intoArray(into[r], column);
        b0.intoArray(into[r], column + WIDTH);
        a1.intoArray(into[r + 1], column);
        b1.intoArray(into[r + 1], column + WIDTH);
        a2.intoArray(into[r + 2], column);
        b2.intoArray(into[r + 2], column + WIDTH);
        a3.intoArray(into[r + 3], column);
        b3.intoArray(into[r + 3], column + WIDTH);
    }

    @Override
    public void ofLags(float[] signal, int start, int count, int lag, float[] into) {
        for (int k = 0; k < LANES; k += WIDTH) {
            int later = start + lag + k;
            FloatVector s0 = FloatVector.zero(FLOATS);
            FloatVector s1 = s0;
            FloatVector s2 = s0;
            FloatVector s3 = s0;
            for (int i = 0; i < count; i += 4) {
                s0 = s0.add(floats(signal, later + i).mul(signal[start + i]));
                s1 = s1.add(floats(signal, later + i + 1).mul(signal[start + i + 1]));
                s2 = s2.add(floats(signal, later + i + 2).mul(signal[start + i + 2]));
                s3 = s3.add(floats(signal, later + i + 3).mul(signal[start + i + 3]));
            }
            s0.add(s1).add(s2.add(s3)).intoArray(into, k);
        }
    }

    @Override
    public void transform(float[] real, float[] imaginary, float[] cosines, float[] sines) {
        int length = real.length / LANES;
        for (int half = 1; half < length; half *= 2) {
            int stride = length / 2 / half;
            for (int block = 0; block < length; block += 2 * half) {
                for (int k = 0; k < half; k++) {
                    int low = (block + k) * LANES;
                    butterfly(
                            real,
                            imaginary,
                            low,
                            low + half * LANES,
                            cosines[k * stride],
                            sines[k * stride]);
                }
            }
        }
    }

    private static void butterfly(
            float[] real, float[] imaginary, int low, int high, float c, float s) {
        for (int n = 0; n < LANES; n += WIDTH) {
            FloatVector highRe = floats(real, high + n);
            FloatVector highIm = floats(imaginary, high + n);
            FloatVector re = highRe.mul(c).sub(highIm.mul(s));
            FloatVector im = highRe.mul(s).add(highIm.mul(c));
            FloatVector lowRe = floats(real, low + n);
            FloatVector lowIm = floats(imaginary, low + n);
            lowRe.sub(re).intoArray(real, high + n);
            lowIm.sub(im).intoArray(imaginary, high + n);
            lowRe.add(re).intoArray(real, low + n);
            lowIm.add(im).intoArray(imaginary, low + n);
        }
    }

    @Override
    public void scaled(float[] values, int from, float factor, float[] into, int to) {
        for (int n = 0; n < LANES; n += WIDTH) {
            floats(values, from + n).mul(factor).intoArray(into, to + n);
        }
    }

    @Override
    public void powers(float[] real, float[] imaginary, float[] power) {
        int length = real.length / LANES;
        for (int k = 0; k <= length / 2; k++) {
            int at = k * LANES;
            int mirrored = (length - k) % length * LANES;
            for (int n = 0; n < LANES; n += WIDTH) {
                FloatVector re = floats(real, at + n);
                FloatVector im = floats(imaginary, at + n);
                FloatVector mirroredRe = floats(real, mirrored + n);
                FloatVector mirroredIm = floats(imaginary, mirrored + n);
                FloatVector evenRe = re.add(mirroredRe);
                FloatVector evenIm = im.sub(mirroredIm);
                FloatVector oddRe = im.add(mirroredIm);
                FloatVector oddIm = mirroredRe.sub(re);
                quarterPower(evenRe, evenIm).intoArray(power, 2 * at + n);
                quarterPower(oddRe, oddIm).intoArray(power, 2 * at + LANES + n);
            }
        }
    }

    private static FloatVector quarterPower(FloatVector re, FloatVector im) {
        return re.mul(re).add(im.mul(im)).mul(0.25f);
    }
}
