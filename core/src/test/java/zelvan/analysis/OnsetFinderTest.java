package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;

class OnsetFinderTest {
    private static final int RATE = 44_100;

    /// Plucked tones at known moments, over hiss.
    @Test
    void pluckedTonesBeginWhereTheyBegin() {
        Random random = new Random(1);
        double[] moments = {0.5, 0.8, 1.25, 1.75, 2.1, 2.9, 3.3};
        float[] samples = new float[4 * RATE];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) (1e-4 * random.nextGaussian());
        }
        for (double moment : moments) {
            double hertz = 150 + 400 * random.nextDouble();
            for (int i = (int) (moment * RATE); i < samples.length; i++) {
                double t = (double) i / RATE - moment;
                double tone = 0;
                for (int h = 1; h < 12; h++) {
                    tone += Math.sin(2 * Math.PI * h * hertz * t) / h;
                }
                samples[i] += (float) (0.2 * Math.exp(-8 * t) * tone);
            }
        }
        double[] found = OnsetFinder.find(Sound.owning(RATE, samples));
        assertThat(found).hasSize(moments.length);
        for (int i = 0; i < moments.length; i++) {
            assertThat(found[i]).isCloseTo(moments[i], within(0.01));
        }
    }

    @Test
    void silenceHasNone() {
        assertThat(OnsetFinder.find(Sound.owning(RATE, new float[RATE]))).isEmpty();
    }
}
