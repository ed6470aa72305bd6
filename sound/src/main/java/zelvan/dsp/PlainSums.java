package zelvan.dsp;

/// Number by number.
final class PlainSums implements Sums {
    @Override
    public void ofStrands(float[][] strands, int start, float[] weights, float[] into) {
        int count = into.length;
        float[] near = new float[count];
        float[][] sums = new float[4][count];
        for (int i = 0; i < weights.length; i++) {
            int at = start + i;
            System.arraycopy(strands[at % strands.length], at / strands.length, near, 0, count);
            addScaled(sums[i % 4], weights[i], near);
        }
        for (int k = 0; k < count; k++) {
            into[k] = sums[0][k] + sums[1][k] + (sums[2][k] + sums[3][k]);
        }
    }

    @Override
    public float ofTaps(float[] signal, int start, float[] weights) {
        float s0 = 0;
        float s1 = 0;
        float s2 = 0;
        float s3 = 0;
        for (int i = 0; i < weights.length; i += 4) {
            s0 = Math.fma(weights[i], signal[start + i], s0);
            s1 = Math.fma(weights[i + 1], signal[start + i + 1], s1);
            s2 = Math.fma(weights[i + 2], signal[start + i + 2], s2);
            s3 = Math.fma(weights[i + 3], signal[start + i + 3], s3);
        }
        return s0 + s1 + (s2 + s3);
    }

    private static void addScaled(float[] sum, float factor, float[] values) {
        for (int k = 0; k < sum.length; k++) {
            sum[k] += factor * values[k];
        }
    }

    @Override
    public void ofRows(float[][] rows, float[] matrix, int width, float[][] into) {
        for (int r = 0; r < rows.length; r++) {
            columns(rows[r], matrix, width, 0, into[r]);
        }
    }

    @Override
    public void ofLags(float[] signal, int start, int count, int lag, float[] into) {
        for (int k = 0; k < LANES; k++) {
            int later = start + lag + k;
            float s0 = 0;
            float s1 = 0;
            float s2 = 0;
            float s3 = 0;
            for (int i = 0; i < count; i += 4) {
                s0 += signal[start + i] * signal[later + i];
                s1 += signal[start + i + 1] * signal[later + i + 1];
                s2 += signal[start + i + 2] * signal[later + i + 2];
                s3 += signal[start + i + 3] * signal[later + i + 3];
            }
            into[k] = s0 + s1 + (s2 + s3);
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
                    int high = low + half * LANES;
                    float c = cosines[k * stride];
                    float s = sines[k * stride];
                    for (int n = 0; n < LANES; n++) {
                        float re = real[high + n] * c - imaginary[high + n] * s;
                        float im = real[high + n] * s + imaginary[high + n] * c;
                        real[high + n] = real[low + n] - re;
                        imaginary[high + n] = imaginary[low + n] - im;
                        real[low + n] += re;
                        imaginary[low + n] += im;
                    }
                }
            }
        }
    }

    @Override
    public void scaled(float[] values, int from, float factor, float[] into, int to) {
        for (int n = 0; n < LANES; n++) {
            into[to + n] = values[from + n] * factor;
        }
    }

    @Override
    public void powers(float[] real, float[] imaginary, float[] power) {
        int length = real.length / LANES;
        for (int k = 0; k <= length / 2; k++) {
            int at = k * LANES;
            int mirrored = (length - k) % length * LANES;
            for (int n = 0; n < LANES; n++) {
                float evenRe = real[at + n] + real[mirrored + n];
                float evenIm = imaginary[at + n] - imaginary[mirrored + n];
                float oddRe = imaginary[at + n] + imaginary[mirrored + n];
                float oddIm = real[mirrored + n] - real[at + n];
                power[2 * at + n] = (evenRe * evenRe + evenIm * evenIm) * 0.25f;
                power[2 * at + LANES + n] = (oddRe * oddRe + oddIm * oddIm) * 0.25f;
            }
        }
    }

    /// The columns from one on.
    static void columns(float[] row, float[] matrix, int width, int from, float[] into) {
        for (int i = 0; i < row.length; i++) {
            float factor = row[i];
            for (int c = from; c < width; c++) {
                into[c] += factor * matrix[i * width + c];
            }
        }
    }
}
