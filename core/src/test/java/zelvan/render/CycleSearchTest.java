package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;

class CycleSearchTest {
    private static final double FRAME = 5000;

    private static float[] tone(double period, int harmonics) {
        float[] samples = new float[10_000];
        for (int i = 0; i < samples.length; i++) {
            for (int h = 1; h <= harmonics; h++) {
                samples[i] += (float) (0.2 / h * Math.cos(2 * Math.PI * h * i / period + h));
            }
        }
        return samples;
    }

    /// From a soprano's period to a bass's, expected 4 % too long or too short, ahead and behind.
    @ParameterizedTest
    @ValueSource(doubles = {36.4, 100.3, 220, 441.7, 800.2})
    void soundComesAgainAPeriodAway(double period) {
        CycleSearch search = search(tone(period, 8));
        for (double expected : new double[] {0.96, 1.04, -0.96, -1.04}) {
            CycleSearch.Match match = search.next(FRAME, expected * period, 2);
            assertThat(match.frame())
                    .isCloseTo(FRAME + Math.signum(expected) * period, within(0.01 * period));
            assertThat(match.likeness()).isGreaterThan(0.99);
        }
    }

    /// A tone comes again after two of its periods as well as after one.
    @Test
    void whatIsExpectedDecides() {
        CycleSearch search = search(tone(200, 1));
        assertThat(search.next(FRAME, 200, 2).frame()).isCloseTo(FRAME + 200, within(1.0));
        assertThat(search.next(FRAME, 400, 2).frame()).isCloseTo(FRAME + 400, within(2.0));
    }

    @Test
    void noiseHardlyComesAgainAndIsFollowedNearTheExpectedPeriod() {
        Random random = new Random(9);
        float[] noise = new float[10_000];
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (float) (0.1 * random.nextGaussian());
        }
        CycleSearch search = search(noise);
        for (int frame = 1000; frame < 9000; frame += 250) {
            CycleSearch.Match match = search.next(frame, 240, 2);
            assertThat(match.likeness()).isLessThan(0.75);
            assertThat(match.frame() - frame).isBetween(0.85 * 240, 1.15 * 240);
        }
    }

    @Test
    void beyondTheSoundThereIsSilence() {
        CycleSearch search = search(tone(200, 8));
        assertThat(search.power(-1000, 200)).isZero();
        assertThat(search.power(12_000, 200)).isZero();
        assertThat(search.next(9_990, 200, 2).likeness()).isLessThan(0.9);
    }

    private static CycleSearch search(float[] samples) {
        CycleSearch search = new CycleSearch(Sound.owning(48_000, samples));
        search.attend(0, samples.length);
        return search;
    }
}
