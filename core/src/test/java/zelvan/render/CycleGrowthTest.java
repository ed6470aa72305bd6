package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;

class CycleGrowthTest {
    private static final int RATE = 48_000;
    private static final double PERIOD = 200.5;
    private static final int CYCLES = 60;

    /// A voice from the tenth cycle to the fiftieth, in noise 20 dB below.
    private static float[] voice() {
        float[] samples = new float[(int) (CYCLES * PERIOD)];
        Random random = new Random(6);
        for (int i = 0; i < samples.length; i++) {
            double turn = i / PERIOD;
            if (turn > 10 && turn < 50) {
                for (int h = 1; h <= 8; h++) {
                    samples[i] += (float) (0.1 / h * Math.sin(2 * Math.PI * h * turn));
                }
            }
            samples[i] += (float) (0.008 * random.nextGaussian());
        }
        return samples;
    }

    private static Epochs grown(Epochs epochs, float[] samples) {
        return CycleGrowth.grow(
                epochs, new CycleSearch(Sound.owning(RATE, samples)), samples.length, RATE);
    }

    private static Epochs heard(int first, int last) {
        double[] marks = IntStream.rangeClosed(first, last).mapToDouble(k -> k * PERIOD).toArray();
        return new Epochs(
                new int[] {(int) marks[0]},
                new int[] {(int) marks[marks.length - 1] + 1},
                new double[][] {marks});
    }

    @Test
    void aVoiceIsFollowedToItsFirstAndLastCycle() {
        double[] marks = grown(heard(20, 40), voice()).marks(0);
        assertThat(marks[0]).isCloseTo(10 * PERIOD, within(1.1 * PERIOD));
        assertThat(marks[marks.length - 1]).isCloseTo(50 * PERIOD, within(1.1 * PERIOD));
        for (int k = 1; k < marks.length - 1; k++) {
            double away = Math.IEEEremainder(marks[k], PERIOD);
            assertThat(away).as("mark %d", k).isCloseTo(0, within(0.03 * PERIOD));
        }
    }

    @Test
    void noiseIsNoVoice() {
        float[] noise = new float[(int) (CYCLES * PERIOD)];
        Random random = new Random(7);
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (float) (0.1 * random.nextGaussian());
        }
        double[] marks = grown(heard(20, 40), noise).marks(0);
        assertThat(marks).hasSizeLessThan(21 + 3);
    }

    @Test
    void voicesDoNotGrowIntoEachOther() {
        double[] first = IntStream.rangeClosed(12, 25).mapToDouble(k -> k * PERIOD).toArray();
        double[] second = IntStream.rangeClosed(31, 45).mapToDouble(k -> k * PERIOD).toArray();
        Epochs two =
                new Epochs(
                        new int[] {(int) first[0], (int) second[0]},
                        new int[] {(int) first[13] + 1, (int) second[14] + 1},
                        new double[][] {first, second});
        Epochs grown = grown(two, voice());
        double[] before = grown.marks(0);
        double[] after = grown.marks(1);
        assertThat(before[before.length - 1]).isGreaterThan(29 * PERIOD);
        assertThat(after[0]).isGreaterThan(before[before.length - 1] + 0.5 * PERIOD);
    }
}
