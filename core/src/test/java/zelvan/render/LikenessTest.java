package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;

class LikenessTest {
    private static Sound noise(long seed, int frames) {
        Random random = new Random(seed);
        float[] samples = new float[frames];
        for (int i = 0; i < frames; i++) {
            samples[i] = (float) random.nextGaussian();
        }
        return Sound.owning(48_000, samples);
    }

    /// Many at once are as each by itself, also those that reach beyond the part.
    @RepeatedTest(20)
    void manyAreAsEach(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int stride = 1 + random.nextInt(4);
        long from = random.nextInt(500);
        Likeness likeness = new Likeness(noise(7, 4000), from, from + 2000, stride);
        int length = 1 + random.nextInt(400);
        long one = from + length + random.nextInt(1500);
        long first = from - 300 + random.nextInt(900);
        int count = 1 + random.nextInt(900);
        double[] alike = likeness.roughly(one, first, count, length);
        for (int k = 0; k < count; k++) {
            assertThat(alike[k])
                    .as("number %d", k)
                    .isCloseTo(
                            likeness.roughly(one, first + (long) k * stride, length), within(1e-4));
        }
    }

    @Test
    void whatIsTheSameIsAlike() {
        Likeness likeness = new Likeness(noise(8, 4000), 0, 4000, 3);
        assertThat(likeness.of(900, 900, 300)).isCloseTo(1, within(1e-9));
        assertThat(Math.abs(likeness.of(900, 1900, 300))).isLessThan(0.3);
        assertThat(likeness.of(200, 900, 300)).as("reaches beyond").isZero();
    }
}
