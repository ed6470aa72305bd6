package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;
import zelvan.units.RecordedSpan;

class EssMeterTest {
    private static final int RATE = 48_000;
    private static final List<RecordedSpan> ESSES =
            List.of(new RecordedSpan(0.2, 0.4), new RecordedSpan(0.6, 0.8));

    /// Hiss in both spans, in the second as many times as loud, over a low tone all the time.
    private static Sound hissing(double factor, double tone) {
        Random random = new Random(1);
        float[] samples = new float[RATE];
        for (int i = 0; i < samples.length; i++) {
            double at = (double) i / RATE;
            double hiss =
                    ESSES.get(0).contains(at)
                            ? 0.05
                            : ESSES.get(1).contains(at) ? 0.05 * factor : 0;
            samples[i] =
                    (float)
                            (hiss * random.nextGaussian()
                                    + tone * Math.sin(2 * Math.PI * 200 * at));
        }
        return Sound.owning(RATE, samples);
    }

    @Test
    void twiceAsLoudIsSixDecibels() {
        double[] decibels = EssMeter.decibels(hissing(2, 0), ESSES);
        assertThat(decibels[1] - decibels[0]).isCloseTo(6.02, within(0.4));
    }

    /// A vowel that goes on below an ess is no part of it.
    @Test
    void whatIsLowIsNotHeard() {
        double[] alone = EssMeter.decibels(hissing(1, 0), ESSES);
        double[] over = EssMeter.decibels(hissing(1, 0.3), ESSES);
        assertThat(over[0]).isCloseTo(alone[0], within(0.3));
        assertThat(EssMeter.decibels(hissing(0, 0.3), ESSES)[1]).isLessThan(alone[1] - 20);
    }
}
