package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.audio.Sound;
import zelvan.dsp.Biquad;
import zelvan.testing.Takes;
import zelvan.timing.TimeMap;
import zelvan.units.RecordedSpan;

/// A low cut is that of the handbooks, and only where it is set.
class LowCutTest {
    private static final int RATE = 48_000;
    private static final Shape PLAIN = Shape.of(TimeMap.IDENTITY);

    private static LowCuts everywhere(double hertz, LowCut.Slope slope) {
        return new LowCuts(new LowCut(hertz, slope), List.of());
    }

    private static float[] sine(double hertz, double seconds) {
        float[] samples = new float[(int) (seconds * RATE)];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) (0.5 * Math.sin(2 * Math.PI * hertz * i / RATE));
        }
        return samples;
    }

    private static float[] noise() {
        Random random = new Random(5);
        float[] samples = new float[5 * RATE];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) (0.2 * random.nextGaussian());
        }
        return samples;
    }

    private static float[] cut(float[] samples, LowCuts cuts) {
        return cuts.of(Sound.owning(RATE, samples)).channel(0);
    }

    private static double power(float[] samples, int from) {
        double sum = 0;
        for (int i = from; i < samples.length; i++) {
            sum += (double) samples[i] * samples[i];
        }
        return sum / (samples.length - from);
    }

    /// Attenuation of Butterworth filters of order 2 and 4 at octaves of their corner, `10 log10(1
    /// + (corner / frequency)^(2 order))` (S. Butterworth, *On the theory of filter amplifiers*,
    ///   1930; the figures as in tables of handbooks, reckoned from the formula).
    @ParameterizedTest
    @CsvSource({
        "SOFT, 30, 24.10",
        "SOFT, 60, 12.30",
        "SOFT, 120, 3.01",
        "SOFT, 240, 0.26",
        "SOFT, 480, 0.02",
        "STEEP, 30, 48.16",
        "STEEP, 60, 24.10",
        "STEEP, 120, 3.01",
        "STEEP, 240, 0.02",
        "STEEP, 480, 0.00"
    })
    void itFallsAsTheTablesSay(LowCut.Slope slope, double hertz, double decibels) {
        float[] before = sine(hertz, 4);
        float[] after = cut(before, everywhere(120, slope));
        assertThat(10 * Math.log10(power(before, RATE) / power(after, RATE)))
                .isCloseTo(decibels, within(0.03));
    }

    /// Wherever somebody begins to read, it is what the filter makes of all that came before.
    @Test
    void whereverItIsReadItIsTheSame() {
        float[] noise = noise();
        LowCut lowest = new LowCut(LowCut.LEAST_HERTZ, LowCut.Slope.STEEP);
        double[] whole = new double[noise.length];
        for (int i = 0; i < noise.length; i++) {
            whole[i] = noise[i];
        }
        for (Biquad section : lowest.sections(RATE)) {
            section.process(whole, 0, whole.length);
        }
        LowCuts cuts = new LowCuts(lowest, List.of());
        float[] once = cut(noise, cuts);
        for (int i = 0; i < noise.length; i++) {
            assertThat(once[i]).isCloseTo((float) whole[i], within(1e-6f));
        }
        Sound sound = cuts.of(Sound.owning(RATE, noise));
        float[] pieces = new float[noise.length];
        Random random = new Random(6);
        for (int k = 0; k < 400; k++) {
            int from = random.nextInt(noise.length - 4000);
            int count = 1 + random.nextInt(4000);
            sound.read(0, from, pieces, from, count);
            assertThat(Arrays.mismatch(pieces, from, from + count, once, from, from + count))
                    .isEqualTo(-1);
        }
    }

    @Test
    void outsideOfItsStretchNothingChanges() {
        float[] noise = noise();
        float[] after =
                cut(
                        noise,
                        new LowCuts(
                                LowCut.NONE,
                                List.of(
                                        new LowCuts.Stretch(
                                                new RecordedSpan(2, 3),
                                                new LowCut(200, LowCut.Slope.STEEP)))));
        float[] all = cut(noise, everywhere(200, LowCut.Slope.STEEP));
        int from = (int) (1.95 * RATE);
        int to = (int) Math.ceil(3.05 * RATE) + 1;
        assertThat(Arrays.mismatch(noise, 0, from, after, 0, from)).isEqualTo(-1);
        assertThat(Arrays.mismatch(noise, to, noise.length, after, to, noise.length)).isEqualTo(-1);
        for (int i = 2 * RATE; i < 3 * RATE; i++) {
            assertThat(after[i]).isCloseTo(all[i], within(1e-6f));
        }
        for (int i = from; i < to; i++) {
            float least = Math.min(noise[i], all[i]) - 1e-6f;
            float most = Math.max(noise[i], all[i]) + 1e-6f;
            assertThat(after[i]).isBetween(least, most);
        }
    }

    /// A voice with a rumble under it, moved and stretched: the rumble is gone, the voice is there.
    @Test
    void rumbleUnderAVoiceIsTakenAway() {
        Sound voice = Takes.LOOSE.sound();
        float[] mono = voice.mono().clone();
        float[] rumble = new float[mono.length];
        for (int i = 0; i < mono.length; i++) {
            rumble[i] = (float) (0.05 * Math.sin(2 * Math.PI * 25.0 * i / voice.sampleRateHertz()));
            mono[i] += rumble[i];
        }
        TimeMap slower =
                TimeMap.of(
                        List.of(new TimeMap.Point(0, 0), new TimeMap.Point(Takes.SECONDS, 12.4)));
        Epochs epochs = new EpochFinder().find(voice, Takes.LOOSE.analysis().pitch());
        Shape shape = Shape.of(slower).withLowCuts(everywhere(90, LowCut.Slope.STEEP));
        VoiceRenderer cut =
                new VoiceRenderer(Sound.owning(voice.sampleRateHertz(), mono), epochs, shape);
        VoiceRenderer clean = new VoiceRenderer(voice, epochs, Shape.of(slower));
        float[] after = new float[(int) cut.frames()];
        cut.read(0, 0, after, after.length);
        float[] voiceAlone = new float[after.length];
        clean.read(0, 0, voiceAlone, after.length);
        assertThat(Shape.of(TimeMap.IDENTITY).isNone()).isTrue();
        assertThat(PLAIN.withLowCuts(everywhere(90, LowCut.Slope.SOFT)).isNone()).isFalse();
        // Before the first note only the rumble was there; it began at once.
        float[] silence =
                Arrays.copyOfRange(after, voice.sampleRateHertz() / 6, voice.sampleRateHertz() / 4);
        assertThat(10 * Math.log10(power(silence, 0) / power(rumble, 0))).isLessThan(-40);
        assertThat(10 * Math.log10(power(after, 0) / power(voiceAlone, 0))).isBetween(-1.0, 0.2);
    }
}
