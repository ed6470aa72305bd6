package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;

class SlowedSourceTest {
    private static final int RATE = 48_000;

    /// Two tones that begin at 1 s.
    private static VoiceSource chord() {
        float[] samples = new float[4 * RATE];
        for (int i = RATE; i < samples.length; i++) {
            double t = (double) i / RATE;
            samples[i] =
                    (float)
                            (0.3 * Math.sin(2 * Math.PI * 220 * t)
                                    + 0.2 * Math.sin(2 * Math.PI * 330 * t));
        }
        return new RawSource(Sound.owning(RATE, samples));
    }

    private static float[] slowed() {
        SlowedSource slowed = new SlowedSource(chord(), 2);
        float[] out = new float[(int) slowed.frames()];
        slowed.read(0, 0, out, out.length);
        return out;
    }

    /// How strong a tone is, mean over short stretches: its phase may wander.
    private static double strength(float[] samples, int from, int to, double hertz) {
        int length = RATE * 60 / 1000;
        double sum = 0;
        int count = 0;
        for (int at = from; at + length <= to; at += length) {
            sum += strengthWithin(samples, at, at + length, hertz);
            count++;
        }
        return sum / count;
    }

    private static double strengthWithin(float[] samples, int from, int to, double hertz) {
        double re = 0;
        double im = 0;
        for (int i = from; i < to; i++) {
            re += samples[i] * Math.cos(2 * Math.PI * hertz * i / RATE);
            im += samples[i] * Math.sin(2 * Math.PI * hertz * i / RATE);
        }
        return 2 * Math.hypot(re, im) / (to - from);
    }

    @Test
    void itIsTwiceAsLongAndKeepsItsPitches() {
        float[] out = slowed();

        assertThat(out).hasSize(8 * RATE);
        assertThat(strength(out, 3 * RATE, 4 * RATE, 220)).isCloseTo(0.3, within(0.03));
        assertThat(strength(out, 3 * RATE, 4 * RATE, 330)).isCloseTo(0.2, within(0.02));
        assertThat(strength(out, 3 * RATE, 4 * RATE, 110)).isLessThan(0.02);
    }

    @Test
    void whatBeginsBeginsAtTwiceItsTime() {
        float[] out = slowed();
        int first =
                IntStream.range(0, out.length)
                        .filter(i -> Math.abs(out[i]) > 0.1)
                        .findFirst()
                        .orElseThrow();

        assertThat((double) first / RATE).isCloseTo(2, within(0.045));
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 127, 512, 5000})
    void blocksOfAnySizeAreTheSame(int size) {
        float[] whole = slowed();
        SlowedSource slowed = new SlowedSource(chord(), 2);
        float[] block = new float[size];
        for (int at = 5 * RATE; at + size < 5 * RATE + 10_000; at += size) {
            slowed.read(0, at, block, size);
            for (int i = 0; i < size; i++) {
                assertThat(block[i]).isEqualTo(whole[at + i]);
            }
        }
    }
}
