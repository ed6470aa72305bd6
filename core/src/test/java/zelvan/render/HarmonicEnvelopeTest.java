package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;

class HarmonicEnvelopeTest {
    private static final int RATE = 48_000;
    private static final double HERTZ = 500;

    /// 20 decibels, in nepers, on both sides of 2,250 Hz: halfway from the fourth harmonic to the
    /// fifth.
    private static double formant(double hertz) {
        double away = (hertz - 2250) / 150;
        return 2.3 / (1 + away * away);
    }

    private static double[] atHarmonics(int count) {
        return IntStream.rangeClosed(1, count).mapToDouble(k -> formant(k * HERTZ)).toArray();
    }

    @Test
    void atTheHarmonicsItIsWhatTheyAre() {
        double[] harmonics = new Random(3).doubles(12, -4, 2).toArray();
        double[] valleys = new Random(4).doubles(11, -9, -5).toArray();
        HarmonicEnvelope plain = HarmonicEnvelope.of(harmonics);
        HarmonicEnvelope led = plain.ledBy(valleys, HERTZ);
        for (int k = 1; k <= harmonics.length; k++) {
            assertThat(plain.at(k)).isCloseTo(harmonics[k - 1], within(1e-12));
            assertThat(led.at(k)).isCloseTo(harmonics[k - 1], within(1e-12));
        }
        assertThat(plain.at(0)).isFinite();
        assertThat(plain.at(40)).isCloseTo(harmonics[11], within(1e-12));
    }

    /// Cubics are exact for straight lines.
    @Test
    void aSlopeIsASlopeBetweenThemToo() {
        double[] slope = IntStream.rangeClosed(1, 20).mapToDouble(k -> 1 - 0.3 * k).toArray();
        HarmonicEnvelope envelope = HarmonicEnvelope.of(slope);
        for (double at = 3; at < 18; at += 0.37) {
            assertThat(envelope.at(at)).isCloseTo(1 - 0.3 * at, within(1e-9));
        }
    }

    @Test
    void oneHarmonicIsEnough() {
        assertThat(HarmonicEnvelope.of(new double[] {2}).at(1.7)).isEqualTo(2);
        assertThat(HarmonicEnvelope.of(new double[] {2}).ledBy(new double[0], HERTZ).at(0.4))
                .isEqualTo(2);
    }

    /// What breath shows of a formant that no harmonic meets is believed for the most part.
    @Test
    void valleysShowAFormantBetweenHarmonics() {
        double[] valleys =
                IntStream.range(0, 11).mapToDouble(k -> formant((k + 1.5) * HERTZ) - 4).toArray();
        HarmonicEnvelope plain = HarmonicEnvelope.of(atHarmonics(12));
        HarmonicEnvelope led = plain.ledBy(valleys, HERTZ);
        double missing = formant(2250) - plain.at(4.5);
        assertThat(missing).isGreaterThan(1);
        assertThat(formant(2250) - led.at(4.5)).isBetween(-0.3 * missing, 0.4 * missing);
        // Low voices show all by their harmonics.
        assertThat(HarmonicEnvelope.needsValleys(110)).isFalse();
        assertThat(plain.ledBy(valleys, 180).at(4.5)).isEqualTo(plain.at(4.5));
    }

    /// A tone with white breath: all valleys are equally strong, wherever the harmonics are.
    @Test
    void valleysOfWhiteBreathAreAllAlike() {
        Random random = new Random(8);
        float[] samples = new float[RATE];
        double sigma = 0.01;
        for (int i = 0; i < samples.length; i++) {
            double tone = 0;
            for (int h = 1; h < 12; h++) {
                tone += Math.cos(2 * Math.PI * h * HERTZ * i / RATE) / (h * h);
            }
            samples[i] = (float) (0.3 * tone + sigma * random.nextGaussian());
        }
        VoiceSpectra spectra = new VoiceSpectra(Sound.owning(RATE, samples));
        double[] logs = spectra.valleys(RATE / 2.0, HERTZ, 12);
        // A Hann window of 2,048 points lets 3/8 of the power of white noise into each bin.
        double wanted = 0.5 * Math.log(sigma * sigma * 2048 * 3 / 8);
        double decibels = 20 / Math.log(10);
        assertThat(decibels * (Arrays.stream(logs).average().orElseThrow() - wanted))
                .isBetween(-1.0, 1.0);
        for (double log : logs) {
            assertThat(decibels * (log - wanted)).isBetween(-3.5, 3.5);
        }
    }
}
