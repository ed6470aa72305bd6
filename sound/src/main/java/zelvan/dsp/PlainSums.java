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
