package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

class VoiceTailsTest {
    private static final double HOP = 0.005;
    private static final int VOICE = 100;

    /// A voice of half a second at −20 dB, and what comes after it, by its levels.
    private static int voiced(double... after) {
        float[] hertz = new float[VOICE + after.length];
        float[] levels = new float[hertz.length + 10];
        Arrays.fill(hertz, 220);
        Arrays.fill(levels, -20);
        for (int i = 0; i < after.length; i++) {
            levels[VOICE + i] = (float) after[i];
        }
        hertz = Arrays.copyOf(hertz, levels.length);
        Arrays.fill(hertz, VOICE + after.length, hertz.length, Float.NaN);
        VoiceTails.cut(hertz, levels, HOP);
        int count = 0;
        for (float h : hertz) {
            count += Float.isNaN(h) ? 0 : 1;
        }
        return count;
    }

    private static double[] falling(double fromDecibels, double decibelsPerSecond, int frames) {
        double[] levels = new double[frames];
        for (int i = 0; i < frames; i++) {
            levels[i] = fromDecibels - decibelsPerSecond * HOP * i;
        }
        return levels;
    }

    /// 60 dB in half a second, as a room falls.
    @Test
    void whatARoomStillSaysIsNoVoice() {
        assertThat(voiced(falling(-20, 120, 60))).isBetween(VOICE + 25, VOICE + 33);
    }

    @Test
    void aVoiceThatGrowsSofterIsAVoice() {
        assertThat(voiced(falling(-20, 40, 200))).isEqualTo(VOICE + 200);
    }

    @Test
    void aVoiceThatIsMuffledAndComesAgainIsAVoice() {
        double[] closed = falling(-45, 0, 20);
        double[] muffled = Arrays.copyOf(closed, 40);
        Arrays.fill(muffled, 20, 40, -20);
        assertThat(voiced(muffled)).isEqualTo(VOICE + 40);
    }

    @Test
    void whatWasNeverLouderStays() {
        assertThat(voiced()).isEqualTo(VOICE);
    }
}
