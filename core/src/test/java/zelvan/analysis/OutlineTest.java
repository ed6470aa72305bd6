package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;

class OutlineTest {
    private static final double HERTZ = 400;

    /// A sine of one amplitude for a second, silence for a second, and twice the amplitude.
    private static Sound steps(int rate, double amplitude) {
        float[] samples = new float[3 * rate];
        for (int i = 0; i < samples.length; i++) {
            double level = i < rate ? amplitude : i < 2 * rate ? 0 : 2 * amplitude;
            samples[i] = (float) (level * Math.sin(2 * Math.PI * HERTZ * i / rate));
        }
        return Sound.owning(rate, samples, samples);
    }

    /// A sine's root mean square is its amplitude by √2; at rates at which a frame is no whole
    /// number of samples, too.
    @ParameterizedTest
    @ValueSource(ints = {8_000, 44_100, 48_000, 11_025})
    void levelsAreThoseOfTheSound(int rate) {
        double amplitude = 0.2;
        Outline outline = Outline.of(steps(rate, amplitude));
        double decibels = 20 * Math.log10(amplitude / Math.sqrt(2));
        assertThat(outline.seconds()).isEqualTo(3);
        assertThat(outline.frames()).isBetween(600, 602);
        for (int f = 4; f < 195; f++) {
            assertThat((double) outline.levelDecibels()[f]).isCloseTo(decibels, within(0.2));
            assertThat((double) outline.levelDecibels()[f + 401])
                    .isCloseTo(decibels + 20 * Math.log10(2), within(0.2));
        }
        assertThat((double) outline.levelDecibels()[300]).isEqualTo(LevelFrames.SILENCE_DECIBELS);
        assertThat(outline.loudestDecibels()).isCloseTo(decibels + 20 * Math.log10(2), within(0.3));
        assertThat(outline.isSound()).isTrue();
    }

    /// Half the amplitude is 2⁻⁰·⁶ as loud (Stevens 1955); of several frames the loudest counts.
    @Test
    void loudnessIsThatOfTheLoudestFrame() {
        Outline outline = Outline.of(steps(48_000, 0.2));
        assertThat(outline.loudness(450, 451)).isCloseTo(1, within(0.03));
        assertThat(outline.loudness(100, 101)).isCloseTo(Math.pow(2, -0.6), within(0.03));
        assertThat(outline.loudness(100, 500)).isCloseTo(1, within(0.03));
        assertThat(outline.loudness(300, 301)).isBetween(0.0, 0.1);
        assertThat(outline.loudness(5_000, 6_000)).isBetween(0.0, 0.1);
    }

    @Test
    void whatHoldsNoSoundIsNone() {
        float[] samples = new float[4_000];
        assertThat(Outline.of(Sound.owning(8_000, samples)).isSound()).isFalse();
        Arrays.fill(samples, 1_000, 1_010, Float.NaN);
        assertThat(Outline.of(Sound.owning(8_000, samples)).isSound()).isFalse();
        Arrays.fill(samples, 1_000, 1_010, Float.POSITIVE_INFINITY);
        assertThat(Outline.of(Sound.owning(8_000, samples)).isSound()).isFalse();
    }
}
