package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import zelvan.dsp.Resampler;

class BackgroundTest {
    private static final int RATE = 16_000;
    private static final double HOP = 0.005;
    private static final int SECONDS = 4;

    /// A voice in every other second, and what goes on behind it all the time.
    private static boolean isNoise(double noise, double hum) {
        float[] samples = new float[SECONDS * RATE];
        Random random = new Random(9);
        for (int i = 0; i < samples.length; i++) {
            boolean sings = i / RATE % 2 == 0;
            double voice = sings ? harmonics(i, 300) : 0;
            samples[i] = (float) (voice + hum * harmonics(i, 110) + noise * random.nextGaussian());
        }
        float[] levels =
                LevelFrames.decibels(samples, RATE, (int) (samples.length / (RATE * HOP)), HOP);
        float[] fine = Resampler.quick(RATE, 2 * RATE).resample(samples);
        return Background.isNoise(new PeriodSearch(samples, fine, RATE), levels, HOP);
    }

    private static double harmonics(int sample, double hertz) {
        double sum = 0;
        for (int h = 1; h <= 6; h++) {
            sum += 0.1 / h * Math.sin(2 * Math.PI * h * hertz * sample / RATE);
        }
        return sum;
    }

    @Test
    void noiseIsNoise() {
        assertThat(isNoise(0.01, 0)).isTrue();
    }

    @Test
    void whatHasAPitchIsNone() {
        assertThat(isNoise(0.0005, 0.1)).isFalse();
    }

    @Test
    void silenceHidesNothing() {
        assertThat(isNoise(0, 0)).isFalse();
        assertThat(isNoise(1e-5, 0)).isFalse();
    }

    /// 0 dB: as loud as the voice.
    @Test
    void aVoiceInNoiseIsHeardAllTheSame() {
        float[] samples = new float[SECONDS * RATE];
        Random random = new Random(10);
        for (int i = 0; i < samples.length; i++) {
            boolean sings = i / RATE % 2 == 0;
            samples[i] = (float) ((sings ? harmonics(i, 900) : 0) + 0.05 * random.nextGaussian());
        }
        float[] levels =
                LevelFrames.decibels(samples, RATE, (int) (samples.length / (RATE * HOP)), HOP);
        PitchTrack pitch =
                new PitchTracker(RATE).track(samples, levels, new boolean[levels.length], HOP);
        int heard = 0;
        int wrong = 0;
        for (int f = 10; f < pitch.frames() - 10; f++) {
            double second = f * HOP % 2;
            heard += second > 0.05 && second < 0.95 && pitch.voiced(f) ? 1 : 0;
            wrong += second > 1.05 && second < 1.95 && pitch.voiced(f) ? 1 : 0;
        }
        assertThat(heard).isGreaterThan(340);
        assertThat(wrong).isLessThan(8);
    }
}
