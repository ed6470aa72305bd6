package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;

class VoiceSpectraTest {
    private static final int RATE = 48_000;
    private static final double DECIBELS = 20 / Math.log(10);

    /// Harmonics that fall by 6 decibels an octave; the seventh is 12 decibels stronger.
    private static double amplitude(int harmonic) {
        return 0.2 / harmonic * (harmonic == 7 ? 4 : 1);
    }

    private static Sound voice(double hertz, double glideHertzPerSecond) {
        float[] samples = new float[RATE];
        for (int i = 0; i < samples.length; i++) {
            double t = (double) i / RATE;
            double turns = hertz * t + 0.5 * glideHertzPerSecond * (t - 0.5) * (t - 0.5);
            for (int h = 1; h <= 12; h++) {
                samples[i] += (float) (amplitude(h) * Math.cos(2 * Math.PI * h * turns));
            }
        }
        return Sound.owning(RATE, samples);
    }

    @ParameterizedTest
    @ValueSource(doubles = {90, 147.3, 220, 441, 900})
    void harmonicsAreAsStrongAsTheyAre(double hertz) {
        double[] logs = new VoiceSpectra(voice(hertz, 0)).harmonics(RATE / 2.0, hertz, 12);
        for (int h = 2; h <= 12; h++) {
            double wanted = DECIBELS * Math.log(amplitude(h) / amplitude(1));
            assertThat(DECIBELS * (logs[h - 1] - logs[0]))
                    .as("harmonic %d", h)
                    .isCloseTo(wanted, within(0.7));
        }
    }

    /// About nine half tones a second: harmonics run through several bins, and keep their power.
    @ParameterizedTest
    @ValueSource(doubles = {-150, 150})
    void aGlideDoesNotWeakenTheHighOnes(double hertzPerSecond) {
        double[] logs = new VoiceSpectra(voice(220, hertzPerSecond)).harmonics(RATE / 2.0, 220, 12);
        for (int h = 2; h <= 12; h++) {
            double wanted = DECIBELS * Math.log(amplitude(h) / amplitude(1));
            assertThat(DECIBELS * (logs[h - 1] - logs[0]))
                    .as("harmonic %d", h)
                    .isCloseTo(wanted, within(1.5));
        }
    }
}
