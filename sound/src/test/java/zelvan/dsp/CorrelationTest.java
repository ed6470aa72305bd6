package zelvan.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CorrelationTest {
    private static final int PERIOD = 1000;

    private static double sine(double at) {
        return Math.sin(2 * Math.PI * at / PERIOD);
    }

    /// Closed form: of a sine and the same one later, the cosine of what lies between them.
    @ParameterizedTest
    @ValueSource(ints = {0, 100, 250, 400, 500, 900})
    void aSineAndTheSameLaterCorrelateByTheCosine(int later) {
        assertThat(Correlation.of(PERIOD, i -> sine(i), i -> 0.1 * sine(i - later)))
                .isCloseTo(Math.cos(2 * Math.PI * later / PERIOD), within(1e-9));
    }

    @Test
    void silenceIsLikeNothing() {
        assertThat(Correlation.of(PERIOD, i -> sine(i), i -> 0)).isZero();
    }
}
