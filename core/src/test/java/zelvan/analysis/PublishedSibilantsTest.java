package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;
import zelvan.units.RecordedSpan;

/// Noises with the spectral peaks of English fricatives between vowels: /s, z/ 6,839 Hz, /ʃ, ʒ/
/// 3,820 Hz, /f, v/ 7,733 Hz, /θ, ð/ 7,470 Hz (A. Jongman, R. Wayland & S. Wong, *Acoustic
/// characteristics of English fricatives*, 2000, table of spectral peak locations; from memory).
/// That those of the last two are flat and some 15 dB softer than sibilants is common practice.
class PublishedSibilantsTest {
    private static final int RATE = 48_000;
    private static final double VOWEL_SECONDS = 0.4;
    private static final double NOISE_SECONDS = 0.13;
    private static final double[] PEAKS_HERTZ = {6839, 7733, 3820, 7470};
    private static final double[] LEVELS_DECIBELS = {-8, -23, -8, -23};
    private static final double[] SHARPNESS = {3, 0.7, 3, 0.7};

    @Test
    void sibilantsAreFoundAndOtherFricativesAreNot() {
        Random random = new Random(8);
        List<Float> samples = new ArrayList<>();
        List<RecordedSpan> sibilants = new ArrayList<>();
        List<RecordedSpan> others = new ArrayList<>();
        for (int round = 0; round < 5; round++) {
            for (int k = 0; k < PEAKS_HERTZ.length; k++) {
                double vowelPower = vowel(samples, 180 + 15 * round);
                double start = (double) samples.size() / RATE;
                noise(
                        samples,
                        random,
                        PEAKS_HERTZ[k],
                        SHARPNESS[k],
                        vowelPower * Math.pow(10, LEVELS_DECIBELS[k] / 10));
                (k % 2 == 0 ? sibilants : others)
                        .add(new RecordedSpan(start, start + NOISE_SECONDS));
            }
        }
        vowel(samples, 200);
        float[] all = new float[samples.size()];
        for (int i = 0; i < all.length; i++) {
            all[i] = samples.get(i);
        }
        List<RecordedSpan> found = new VoiceAnalyser().analyse(Sound.owning(RATE, all)).esses();
        assertThat(found).hasSameSizeAs(sibilants);
        for (int i = 0; i < sibilants.size(); i++) {
            assertThat(found.get(i).sharedSeconds(sibilants.get(i)))
                    .isGreaterThan(0.8 * NOISE_SECONDS);
        }
        assertThat(others).noneMatch(o -> found.stream().anyMatch(o::overlaps));
    }

    /// Harmonics that fall by 12 dB an octave, with formants of "ah" at 700, 1,200 and 2,500 Hz.
    private static double vowel(List<Float> samples, double hertz) {
        double power = 0;
        int count = (int) (VOWEL_SECONDS * RATE);
        for (int i = 0; i < count; i++) {
            double x = 0;
            for (int h = 1; h * hertz < 5000; h++) {
                double f = h * hertz;
                double envelope =
                        resonance(f, 700) + 0.6 * resonance(f, 1200) + 0.3 * resonance(f, 2500);
                x += 0.5 * envelope / Math.sqrt(h) * Math.sin(2 * Math.PI * f * i / RATE + h);
            }
            double fade = Math.min(1, Math.min(i, count - i) / (0.01 * RATE));
            x *= 0.1 * fade;
            power += x * x / count;
            samples.add((float) x);
        }
        return power;
    }

    private static double resonance(double hertz, double centre) {
        double away = (hertz - centre) / 90;
        return 1 / (1 + away * away) + 0.02;
    }

    /// White noise through a resonator.
    private static void noise(
            List<Float> samples, Random random, double hertz, double q, double power) {
        int count = (int) (NOISE_SECONDS * RATE);
        double[] noise = new double[count];
        double w = 2 * Math.PI * hertz / RATE;
        double alpha = Math.sin(w) / (2 * q);
        double x1 = 0;
        double x2 = 0;
        double y1 = 0;
        double y2 = 0;
        double sum = 0;
        for (int i = 0; i < count; i++) {
            double x = random.nextGaussian();
            double y =
                    (alpha * x - alpha * x2 + 2 * Math.cos(w) * y1 - (1 - alpha) * y2)
                            / (1 + alpha);
            x2 = x1;
            x1 = x;
            y2 = y1;
            y1 = y;
            noise[i] = y;
            sum += y * y / count;
        }
        for (int i = 0; i < count; i++) {
            double fade = Math.min(1, Math.min(i, count - i) / (0.01 * RATE));
            samples.add((float) (noise[i] * fade * Math.sqrt(power / sum)));
        }
    }
}
