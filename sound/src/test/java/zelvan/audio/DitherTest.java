package zelvan.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class DitherTest {
    private static final int COUNT = 200_000;

    @Test
    void aSampleThatNeedsNoRoundingIsLeftAlone() {
        for (int i = -1000; i < 1000; i++) {
            assertThat(Dither.rounded(i, i + 1000, 0)).isEqualTo(i);
        }
    }

    /// The mean of a rounded sample is the sample itself, and its noise does not depend on it:
    /// triangular dither makes its variance a quarter of a step squared, whatever the sample.
    @Test
    void whatIsLostBecomesSteadyNoise() {
        for (double steps : new double[] {0.1, 0.25, 0.5, 7.9}) {
            double sum = 0;
            double squares = 0;
            for (int i = 0; i < COUNT; i++) {
                double error = Dither.rounded(steps, i, 1) - steps;
                sum += error;
                squares += error * error;
            }
            assertThat(sum / COUNT).isCloseTo(0, within(0.005));
            assertThat(squares / COUNT).isCloseTo(0.25, within(0.005));
        }
    }

    @Test
    void theNoiseIsWhiteAndDiffersBetweenChannels() {
        double power = 0;
        double next = 0;
        double other = 0;
        for (int i = 0; i < COUNT; i++) {
            double here = Dither.triangular(i, 0);
            power += here * here;
            next += here * Dither.triangular(i + 1, 0);
            other += here * Dither.triangular(i, 1);
        }
        assertThat(power / COUNT).isCloseTo(1.0 / 6, within(0.002));
        assertThat(next / power).isCloseTo(0, within(0.01));
        assertThat(other / power).isCloseTo(0, within(0.01));
    }

    /// A tone softer than one step of 16 bits survives as a tone: dither keeps it, rounding would
    /// silence it.
    @Test
    void aToneBelowOneStepIsStillThere() {
        double found = 0;
        double amplitude = 0.4;
        for (int i = 0; i < COUNT; i++) {
            double tone = Math.sin(0.05 * i);
            found += 2 * tone * Dither.rounded(amplitude * tone, i, 0) / COUNT;
        }
        assertThat(found).isCloseTo(amplitude, within(0.01));
    }
}
