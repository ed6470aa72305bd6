package zelvan.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.dsp.Biquad;
import zelvan.units.Decibels;

class LoudnessTest {
    private static float[] tone(
            int rate, double hertz, double seconds, double decibels, double degrees) {
        float[] samples = new float[(int) (seconds * rate)];
        double amplitude = Decibels.toAmplitude(decibels);
        for (int i = 0; i < samples.length; i++) {
            samples[i] =
                    (float)
                            (amplitude
                                    * Math.sin(
                                            2 * Math.PI * hertz * i / rate
                                                    + Math.toRadians(degrees)));
        }
        return samples;
    }

    private static void add(Loudness meter, int rate, double seconds, double decibels) {
        float[] side = tone(rate, 1000, seconds, decibels, 0);
        meter.add(new float[][] {side, side}, side.length);
    }

    /// ITU-R BS.1770-4: a sine of 997 Hz at full scale in one channel reads −3.01 LKFS.
    @ParameterizedTest
    @ValueSource(ints = {44_100, 48_000, 96_000})
    void aSineAtFullScaleReadsAsTheRecommendationSays(int rate) {
        Loudness meter = new Loudness(rate, 1);
        float[] sine = tone(rate, 997, 5, 0, 0);
        meter.add(new float[][] {sine}, sine.length);

        assertThat(meter.integratedLufs()).isCloseTo(-3.01, within(0.02));
    }

    /// EBU Tech 3341, minimum requirements test signals 1 to 4 (±0.1 LU).
    @Test
    void steadyTonesReadTheirLevel() {
        for (double level : new double[] {-23, -33}) {
            Loudness meter = new Loudness(48_000, 2);
            add(meter, 48_000, 20, level);
            assertThat(meter.integratedLufs()).isCloseTo(level, within(0.1));
        }
    }

    @Test
    void whatIsMuchSofterDoesNotCount() {
        Loudness meter = new Loudness(48_000, 2);
        add(meter, 48_000, 10, -36);
        add(meter, 48_000, 60, -23);
        add(meter, 48_000, 10, -36);
        assertThat(meter.integratedLufs()).isCloseTo(-23, within(0.1));
    }

    @Test
    void whatIsBelowTheAbsoluteGateDoesNotCount() {
        Loudness meter = new Loudness(48_000, 2);
        add(meter, 48_000, 10, -72);
        add(meter, 48_000, 10, -36);
        add(meter, 48_000, 60, -23);
        add(meter, 48_000, 10, -36);
        add(meter, 48_000, 10, -72);
        assertThat(meter.integratedLufs()).isCloseTo(-23, within(0.1));
    }

    @Test
    void silenceHasNoLoudness() {
        Loudness meter = new Loudness(48_000, 1);
        meter.add(new float[1][48_000], 48_000);
        assertThat(meter.integratedLufs()).isEqualTo(Loudness.SILENCE_LUFS);
    }

    /// ITU-R BS.1770-4, tables 1 and 2 (the figures from memory).
    @Test
    void theFiltersAreThoseOfTheRecommendationAt48Kilohertz() {
        Biquad shelf =
                new Biquad(
                        1.53512485958697,
                        -2.69169618940638,
                        1.19839281085285,
                        -1.69065929318241,
                        0.73248077421585);
        Biquad highPass = new Biquad(1, -2, 1, -1.99004745483398, 0.99007225036621);
        Biquad ourShelf = KWeighting.shelf(48_000);
        Biquad ourHighPass = KWeighting.highPass(48_000);
        Random random = new Random(1);
        for (int i = 0; i < 48_000; i++) {
            double x = random.nextGaussian();
            assertThat(ourShelf.process(x)).isCloseTo(shelf.process(x), within(1e-7));
            assertThat(ourHighPass.process(x)).isCloseTo(highPass.process(x), within(1e-5));
        }
    }

    /// EBU Tech 3341, true-peak test signals 15 to 19: tones at a quarter, a sixth and an eighth of
    /// the rate whose samples miss the peak (+0.2, −0.4 dB).
    @ParameterizedTest
    @CsvSource({"4, 0, -6.02", "4, 45, -6.02", "6, 60, -6.02", "8, 67.5, -6.02", "4, 45, 3.0"})
    void peaksBetweenTheSamplesAreSeen(double part, double degrees, double decibels) {
        float[] tone = tone(48_000, 48_000 / part, 1, decibels, degrees);
        // Faded at its ends: a tone that begins at once overshoots.
        for (int i = 0; i < 1000; i++) {
            tone[i] *= i / 1000f;
            tone[tone.length - 1 - i] *= i / 1000f;
        }

        assertThat(Decibels.ofAmplitude(TruePeak.of(Sound.owning(48_000, tone))))
                .isBetween(decibels - 0.4, decibels + 0.2);
    }
}
