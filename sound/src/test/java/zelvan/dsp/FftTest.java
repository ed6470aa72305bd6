package zelvan.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class FftTest {
    @ParameterizedTest
    @ValueSource(ints = {16, 256, 1024, 16384})
    void aCosineOnABinHasAllItsPowerThere(int n) {
        double[] data = new double[n];
        int bin = n / 8;
        for (int i = 0; i < n; i++) {
            data[i] = Math.cos(2 * Math.PI * bin * i / n);
        }
        Fft fft = new Fft(n);
        double[] power = new double[n / 2 + 1];
        fft.forward(data);
        fft.power(data, power);
        for (int k = 0; k <= n / 2; k++) {
            // A cosine of amplitude 1 puts n/2 into its bin.
            double expected = k == bin ? n / 2.0 * n / 2.0 : 0;
            assertThat(power[k]).isCloseTo(expected, within(1e-9 * n * n));
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {64, 2048})
    void inverseUndoesForward(int n) {
        Random random = new Random(n);
        double[] original = random.doubles(n, -1, 1).toArray();
        double[] data = original.clone();
        Fft fft = new Fft(n);
        fft.forward(data);
        fft.inverse(data);
        assertThat(data).containsExactly(original, within(1e-12));
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 7})
    void oddLengthsAreRefused(int n) {
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> new Fft(n))
                .hasMessageContaining("was " + n);
    }
}
