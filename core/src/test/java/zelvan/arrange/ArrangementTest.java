package zelvan.arrange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.audio.Sound;
import zelvan.units.RecordedSpan;

class ArrangementTest {
    private static final int RATE = 1000;

    private static Sound noise(int seed, int frames) {
        Random random = new Random(seed);
        float[] samples = new float[frames];
        for (int i = 0; i < frames; i++) {
            samples[i] = (float) random.nextGaussian();
        }
        return Sound.owning(RATE, samples);
    }

    private static Arrangement.Piece piece(
            Sound sound, double from, double to, double at, double fadeIn, double fadeOut) {
        return new Arrangement.Piece(
                sound, new Placed(new RecordedSpan(from, to), at, fadeIn, fadeOut, 1));
    }

    @Test
    void whatIsNotFadedIsTheRecordingsOwnSamplesAndBetweenThereIsSilence() {
        Sound one = noise(1, 5000);
        Sound two = noise(2, 5000);
        Sound all =
                Arrangement.of(
                        List.of(piece(one, 1, 2, 0.5, 0, 0), piece(two, 3, 4.5, 2.25, 0, 0)));
        assertThat(all.frames()).isEqualTo(3750);
        float[] heard = all.channel(0);
        for (int i = 0; i < heard.length; i++) {
            float wanted =
                    i < 500 || i >= 1500 && i < 2250
                            ? 0
                            : i < 1500 ? one.channel(0)[i + 500] : two.channel(0)[i + 750];
            assertThat(heard[i]).isEqualTo(wanted);
        }
        float[] block = new float[700];
        all.read(0, 1400, block, 0, block.length);
        assertThat(block).containsExactly(Arrays.copyOfRange(heard, 1400, 2100));
    }

    /// Where one fades into the other, both together are as strong as each of them.
    @Test
    void fadesAreOfEqualPower() {
        int runs = 400;
        double[] power = new double[1000];
        for (int run = 0; run < runs; run++) {
            float[] heard =
                    Arrangement.of(
                                    List.of(
                                            piece(noise(2 * run, 1000), 0, 0.6, 0, 0, 0.2),
                                            piece(noise(2 * run + 1, 1000), 0.4, 1, 0.4, 0.2, 0)))
                            .channel(0);
            for (int i = 0; i < heard.length; i++) {
                power[i] += heard[i] * heard[i] / runs;
            }
        }
        double fading = Arrays.stream(power, 400, 600).average().orElseThrow();
        assertThat(fading).isCloseTo(1, within(0.03));
        double early = Arrays.stream(power, 400, 450).average().orElseThrow();
        assertThat(early).isCloseTo(1, within(0.06));
    }

    /// What fades into the very same sound is that sound: a cut with a crossfade is not heard,
    /// wherever between two frames it lies.
    @ParameterizedTest
    @CsvSource({"0.8, 0.2", "0.8004, 0.1003", "0.7996, 0.0128"})
    void whatIsAlikeGetsNoLouderWhereItIsFadedOver(double cut, double fade) {
        Sound one = noise(3, 2000);
        float[] heard =
                Arrangement.of(
                                List.of(
                                        piece(one, 0, cut + fade, 0, 0, fade),
                                        piece(one, cut, 2, cut, fade, 0)))
                        .channel(0);
        double off = 0;
        for (int i = 0; i < heard.length; i++) {
            off = Math.max(off, Math.abs(heard[i] - one.channel(0)[i]));
        }
        // A frame of the fade, where it is rounded, and nothing where it is not.
        assertThat(off).isLessThan(cut == 0.8 ? 1e-5 : 0.25);
    }

    @Test
    void aGainIsOfTheWholeStretch() {
        Sound one = noise(1, 1000);
        float[] heard =
                Arrangement.of(
                                List.of(
                                        new Arrangement.Piece(
                                                one,
                                                new Placed(new RecordedSpan(0, 1), 0, 0, 0, 0.5))))
                        .channel(0);
        assertThat(heard[321]).isEqualTo(one.channel(0)[321] / 2);
    }

    @Test
    void piecesOfDifferentRatesAreRefused() {
        Sound other = Sound.owning(2 * RATE, new float[10]);
        assertThatThrownBy(() ->
                        Arrangement.of(
                                List.of(
                                        piece(noise(1, 10), 0, 0.01, 0, 0, 0),
                                        piece(other, 0, 0.005, 1, 0, 0))))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
