package zelvan.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

/// The wide instructions against plain loops, to the last bit, and both against their definition.
class SumsTest {
    private static float[] random(Random random, int count) {
        float[] values = new float[count];
        for (int i = 0; i < count; i++) {
            values[i] = (float) random.nextGaussian();
        }
        return values;
    }

    private static float[][] random(Random random, int rows, int count) {
        float[][] values = new float[rows][];
        for (int r = 0; r < rows; r++) {
            values[r] = random(random, count);
        }
        return values;
    }

    @Test
    void testsRunWithTheWideOnes() {
        assertThat(Sums.quickest()).isInstanceOf(WideSums.class);
    }

    @RepeatedTest(30)
    void strandsAreThoseOfTheSignal(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int strands = 1 + random.nextInt(5);
        int count = random.nextBoolean() ? 256 : 1 + random.nextInt(70);
        float[] weights = random(random, 4 * (1 + random.nextInt(30)));
        int start = random.nextInt(20);
        float[] signal = random(random, start + weights.length + strands * (count + 2));
        float[][] divided = new float[strands][count + weights.length + 40];
        for (int i = 0; i < signal.length; i++) {
            divided[i % strands][i / strands] = signal[i];
        }
        float[] plain = new float[count];
        float[] wide = new float[count];
        new PlainSums().ofStrands(divided, start, weights, plain);
        new WideSums().ofStrands(divided, start, weights, wide);
        assertThat(wide).isEqualTo(plain);
        for (int k = 0; k < count; k++) {
            double sum = 0;
            for (int i = 0; i < weights.length; i++) {
                sum += (double) weights[i] * signal[start + i + k * strands];
            }
            assertThat((double) plain[k]).isCloseTo(sum, within(1e-4));
        }
    }

    @RepeatedTest(30)
    void tapsAreThoseOfTheSignal(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        float[] weights = random(random, 4 * (1 + random.nextInt(12)));
        int start = random.nextInt(20);
        float[] signal = random(random, start + weights.length + random.nextInt(3));
        float plain = new PlainSums().ofTaps(signal, start, weights);
        assertThat(new WideSums().ofTaps(signal, start, weights)).isEqualTo(plain);
        double sum = 0;
        for (int i = 0; i < weights.length; i++) {
            sum += (double) weights[i] * signal[start + i];
        }
        assertThat((double) plain).isCloseTo(sum, within(1e-4));
    }

    @RepeatedTest(30)
    void rowsByAMatrix(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int count = 1 + random.nextInt(9);
        int width = random.nextBoolean() ? 96 : 1 + random.nextInt(80);
        float[][] rows = random(random, count, 1 + random.nextInt(40));
        float[] matrix = random(random, rows[0].length * width);
        float[][] plain = new float[count][width];
        float[][] wide = new float[count][width];
        new PlainSums().ofRows(rows, matrix, width, plain);
        new WideSums().ofRows(rows, matrix, width, wide);
        assertThat(wide).isDeepEqualTo(plain);
        for (int c = 0; c < width; c++) {
            double sum = 0;
            for (int i = 0; i < rows[0].length; i++) {
                sum += (double) rows[0][i] * matrix[i * width + c];
            }
            assertThat((double) plain[0][c]).isCloseTo(sum, within(1e-4));
        }
    }

    /// Beside a library's transform of each frame by itself, in 64 bits.
    @RepeatedTest(10)
    void powersAreThoseOfAnotherTransform(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int length = 8 << random.nextInt(7);
        double[] window = Windows.hann(length - random.nextInt(length / 2));
        float[] signal = random(random, 5 * length);
        int start = -length / 2;
        int hop = 1 + random.nextInt(length / 4);
        int frames = FramePowers.FRAMES;
        float[] powers = new float[(length / 2 + 1) * frames];
        new FramePowers(signal, hop, window, length).read(start, powers);
        Fft fft = new Fft(length);
        double[] power = new double[length / 2 + 1];
        for (int f = 0; f < frames; f++) {
            double[] data = new double[length];
            for (int i = 0; i < window.length; i++) {
                int at = start + f * hop + i;
                data[i] = at >= 0 && at < signal.length ? window[i] * signal[at] : 0;
            }
            fft.forward(data);
            fft.power(data, power);
            for (int k = 0; k <= length / 2; k++) {
                assertThat((double) powers[k * frames + f])
                        .as("bin %d of frame %d", k, f)
                        .isCloseTo(power[k], within(1e-4 * length));
            }
        }
    }

    @RepeatedTest(5)
    void transformsAreTheSame(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int length = 2 << random.nextInt(7);
        float[] cosines = random(random, length / 2);
        float[] sines = random(random, length / 2);
        float[] real = random(random, length * Sums.LANES);
        float[] imaginary = random(random, length * Sums.LANES);
        float[] wideReal = real.clone();
        float[] wideImaginary = imaginary.clone();
        new PlainSums().transform(real, imaginary, cosines, sines);
        new WideSums().transform(wideReal, wideImaginary, cosines, sines);
        assertThat(wideReal).isEqualTo(real);
        assertThat(wideImaginary).isEqualTo(imaginary);
    }

    @RepeatedTest(5)
    void powersAreTheSame(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int length = 2 << random.nextInt(7);
        float[] real = random(random, length * Sums.LANES);
        float[] imaginary = random(random, length * Sums.LANES);
        float[] plain = new float[(length / 2 + 1) * 2 * Sums.LANES];
        float[] wide = new float[plain.length];
        new PlainSums().powers(real, imaginary, plain);
        new WideSums().powers(real, imaginary, wide);
        assertThat(wide).isEqualTo(plain);
    }

    @RepeatedTest(10)
    void productsAtNeighbouringLags(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int count = 4 * (1 + random.nextInt(60));
        int lag = random.nextInt(50);
        int start = random.nextInt(20);
        float[] signal = random(random, start + lag + Sums.LANES + count);
        float[] plain = new float[Sums.LANES];
        float[] wide = new float[Sums.LANES];
        new PlainSums().ofLags(signal, start, count, lag, plain);
        new WideSums().ofLags(signal, start, count, lag, wide);
        assertThat(wide).isEqualTo(plain);
        for (int k = 0; k < Sums.LANES; k++) {
            double sum = 0;
            for (int i = start; i < start + count; i++) {
                sum += (double) signal[i] * signal[i + lag + k];
            }
            assertThat((double) plain[k]).isCloseTo(sum, within(1e-4));
        }
    }
}
