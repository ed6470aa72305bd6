package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;
import zelvan.timing.TimeMap;
import zelvan.timing.TimeMap.Point;

class SplicerTest {
    private static final int RATE = 48_000;
    private static final int[] BURSTS = {9_600, 20_000, 31_234};

    private static TimeMap slope(double slope) {
        return TimeMap.of(List.of(new Point(0, 0), new Point(10, 10 * slope)));
    }

    private static Sound noise(double seconds, double amplitude) {
        Random random = new Random(3);
        float[] samples = new float[(int) (seconds * RATE)];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) (amplitude * random.nextGaussian());
        }
        return Sound.owning(RATE, samples);
    }

    /// Quiet noise, and in it bursts that open at once and die away.
    private static Sound plosives() {
        float[] samples = noise(1, 0.001).channel(0);
        Random random = new Random(5);
        for (int burst : BURSTS) {
            for (int i = 0; i < 1000; i++) {
                samples[burst + i] += (float) (0.3 * Math.exp(-i / 300.0) * random.nextGaussian());
            }
        }
        return Sound.owning(RATE, samples);
    }

    private static float[] rendered(Sound sound, TimeMap map) {
        Epochs unvoiced = new Epochs(new int[0], new int[0], new double[0][]);
        VoiceRenderer renderer = new VoiceRenderer(sound, unvoiced, Shape.of(map));
        float[] out = new float[(int) renderer.frames()];
        renderer.read(0, 0, out, out.length);
        return out;
    }

    @Test
    void burstsAreFoundWithinAMillisecond() {
        Sound sound = plosives();
        List<Long> found = BurstFinder.between(sound, 0, sound.frames());

        assertThat(found).hasSameSizeAs(Arrays.stream(BURSTS).boxed().toList());
        for (int b = 0; b < BURSTS.length; b++) {
            assertThat(Math.abs(found.get(b) - BURSTS[b])).isLessThanOrEqualTo(RATE / 1000);
        }
    }

    @Test
    void steadyNoiseHasNoBursts() {
        Sound sound = noise(2, 0.1);

        assertThat(BurstFinder.between(sound, 0, sound.frames())).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.6, 0.85, 1.2, 1.8})
    void burstsStayWholeAndSoundWhereTheMapWantsThem(double slope) {
        Sound sound = plosives();
        float[] source = sound.channel(0);
        float[] out = rendered(sound, slope(slope));

        for (int burst : BURSTS) {
            // The copied place may be found up to a millisecond beside the true one, which the map
            // then moves by this much.
            int wanted = (int) Math.round(burst * slope);
            int most = (int) Math.ceil(Math.abs(slope - 1) * RATE / 1000) + 1;
            int length = RATE * 6 / 1000;
            boolean whole = false;
            for (int at = wanted - most; at <= wanted + most; at++) {
                whole |= Arrays.equals(out, at, at + length, source, burst, burst + length);
            }
            assertThat(whole).as("burst at %d", burst).isTrue();
        }
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.6, 1.5})
    void aLevelThatChangesDoesSoWhereTheMapWantsIt(double slope) {
        float[] samples = noise(1, 0.1).channel(0);
        for (int i = 0; i < samples.length; i++) {
            // Swells and falls within 40 ms, as a fricative does.
            double phase = (i - 24_000) / (0.04 * RATE);
            samples[i] *= (float) Math.exp(-phase * phase);
        }
        float[] out = rendered(Sound.owning(RATE, samples), slope(slope));

        double power = 0;
        double moment = 0;
        for (int i = 0; i < out.length; i++) {
            power += out[i] * out[i];
            moment += out[i] * out[i] * (double) i;
        }
        double sourcePower = 0;
        double sourceMoment = 0;
        for (int i = 0; i < samples.length; i++) {
            sourcePower += samples[i] * samples[i];
            sourceMoment += samples[i] * samples[i] * (double) i;
        }
        double late = (moment / power - slope * sourceMoment / sourcePower) / RATE;
        assertThat(Math.abs(late)).isLessThan(0.001);
    }

    /// A voice that was not heard as one, soft and in noise 14 dB below.
    @ParameterizedTest
    @ValueSource(doubles = {0.8, 1.25})
    void aPeriodThatNobodyHeardIsKept(double slope) {
        int period = 400;
        float[] samples = noise(1, 0.002).channel(0);
        for (int i = 0; i < samples.length; i++) {
            for (int h = 1; h <= 6; h++) {
                samples[i] += (float) (0.012 / h * Math.cos(2 * Math.PI * h * i / period));
            }
        }
        float[] out = rendered(Sound.owning(RATE, samples), slope(slope));

        double[] likeness = new double[out.length / period - 4];
        for (int k = 0; k < likeness.length; k++) {
            likeness[k] = likeness(out, (k + 1) * period, (k + 2) * period, period);
        }
        assertThat(Percentile.of(likeness, 2)).isGreaterThan(0.85);
    }

    private static double likeness(float[] samples, int a, int b, int count) {
        double product = 0;
        double powerA = 0;
        double powerB = 0;
        for (int i = 0; i < count; i++) {
            product += samples[a + i] * samples[b + i];
            powerA += samples[a + i] * samples[a + i];
            powerB += samples[b + i] * samples[b + i];
        }
        return product / Math.sqrt(powerA * powerB);
    }
}
