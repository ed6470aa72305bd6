package zelvan.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BiquadTest {
    private static final int RATE = 48_000;
    private static final double CORNER_HERTZ = 4000;

    private static double gainDecibels(double hertz) {
        Biquad filter = Biquad.highPass(CORNER_HERTZ, RATE);
        double in = 0;
        double out = 0;
        for (int i = 0; i < RATE; i++) {
            double x = Math.sin(2 * Math.PI * hertz * i / RATE);
            double y = filter.process(x);
            if (i > RATE / 10) {
                in += x * x;
                out += y * y;
            }
        }
        return 10 * Math.log10(out / in);
    }

    /// The attenuation of a Butterworth filter of second order, `1 + (corner / frequency)⁴`, its
    /// frequencies warped by the bilinear transform (S. Butterworth, *On the theory of filter
    /// amplifiers*, 1930; handbook formula, from memory).
    @ParameterizedTest
    @ValueSource(doubles = {500, 1000, 2000, 4000, 8000, 16_000})
    void itsAttenuationIsThatOfTheFormula(double hertz) {
        double ratio = Math.tan(Math.PI * CORNER_HERTZ / RATE) / Math.tan(Math.PI * hertz / RATE);
        assertThat(gainDecibels(hertz))
                .isCloseTo(-10 * Math.log10(1 + Math.pow(ratio, 4)), within(0.05));
    }
}
