package zelvan.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class HeadroomTest {
    private static final int RATE = 48_000;

    private static Sound peaks(float high, int... frames) {
        float[] samples = new float[2 * RATE];
        samples[100] = 0.25f;
        for (int frame : frames) {
            samples[frame] = high;
        }
        return Sound.owning(RATE, samples);
    }

    @Test
    void whatFitsIsLeftAlone() {
        Sound sound = peaks(1, 7);
        Headroom.Fitted fitted = Headroom.fit(sound, SoundFormat.WAV_16);
        assertThat(fitted.sound()).isSameAs(sound);
        assertThat(fitted.words()).isEmpty();
    }

    @Test
    void floatingPointHoldsEverything() {
        Sound sound = peaks(1.5f, 7);
        assertThat(Headroom.fit(sound, SoundFormat.WAV_FLOAT).sound()).isSameAs(sound);
    }

    /// −1.5 is 3.52 dB over full scale; the whole is lowered by that and 0.1 dB, the balance stays.
    @Test
    void whatIsOverFullScaleIsLoweredAsAWholeAndSaid() {
        Headroom.Fitted fitted =
                Headroom.fit(peaks(-1.5f, 24_000, 24_010, 72_000), SoundFormat.WAV_16);
        float[] samples = fitted.sound().channel(0);
        assertThat(fitted.loweredDecibels()).isCloseTo(3.62, within(0.005));
        assertThat(samples[24_000]).isBetween(-1f, -0.98f);
        assertThat(samples[100] / samples[24_000]).isCloseTo(-0.25f / 1.5f, within(1e-6f));
        assertThat(fitted.placesSeconds()).containsExactly(0.5, 1.5);
        assertThat(fitted.words())
                .isEqualTo("lowered by 3.6 dB, or it would have been cut off at 0:00.50, 0:01.50");
    }

    @Test
    void nothingOfItIsCutOffInTheFile() {
        Sound fitted = Headroom.fit(peaks(3f, 5, 500), SoundFormat.WAV_16).sound();
        for (float sample : fitted.channel(0)) {
            assertThat(Math.abs(sample)).isLessThan(32_766f / 32_768f);
        }
    }
}
