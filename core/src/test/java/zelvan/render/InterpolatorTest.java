package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class InterpolatorTest {
    private static final int RATE_HERTZ = 48_000;

    private static float[] sine(double hertz) {
        float[] samples = new float[2000];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) Math.sin(2 * Math.PI * hertz * i / RATE_HERTZ);
        }
        return samples;
    }

    @ParameterizedTest
    @CsvSource({"100, 0.0002", "1000, 0.0003", "4000, 0.0006", "10000, 0.0012", "16000, 0.002"})
    void readsASineBetweenItsSamples(double hertz, double mostOff) {
        float[] samples = sine(hertz);
        Random random = new Random(1);
        for (int i = 0; i < 500; i++) {
            double at = 20 + 1900 * random.nextDouble();
            assertThat((double) Interpolator.at(samples, at))
                    .isCloseTo(Math.sin(2 * Math.PI * hertz * at / RATE_HERTZ), within(mostOff));
        }
    }

    @Test
    void wholePositionsGiveTheSamplesThemselves() {
        float[] samples = sine(3000);
        for (int i = 0; i < samples.length; i += 37) {
            assertThat(Interpolator.at(samples, i)).isEqualTo(samples[i]);
        }
        assertThat(Interpolator.at(samples, -1)).isZero();
        assertThat(Interpolator.at(samples, samples.length)).isZero();
    }

    @ParameterizedTest
    @CsvSource({"100.3, 60", "-5.7, 40", "1970.2, 45", "3.5, 1", "500, 30"})
    void manyAtOnceAreTheSameAsOneByOne(double position, int count) {
        float[] samples = sine(2500);
        float[] block = new float[count];
        Interpolator.from(samples, position, block);
        for (int i = 0; i < count; i++) {
            assertThat(block[i]).isCloseTo(Interpolator.at(samples, position + i), within(1e-6f));
        }
    }

    /// Inside as at the edges, at any step.
    @Test
    void stepByStepIsTheSameAsOneByOne() {
        float[] samples = sine(2500);
        for (double position : new double[] {-7.3, 30.6, 180.0, 1900.2}) {
            float[] block = new float[205];
            Interpolator.along(samples, position, 1.125, block, 3, 200);
            for (int i = 0; i < 200; i++) {
                assertThat(block[3 + i]).isEqualTo(Interpolator.at(samples, position + i * 1.125));
            }
            assertThat(block[2]).isZero();
            assertThat(block[203]).isZero();
        }
    }
}
