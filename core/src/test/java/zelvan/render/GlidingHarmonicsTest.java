package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;
import zelvan.timing.TimeMap;

/// Harmonics of a tone that glides by an octave, each heard by itself: the tone is turned back by
/// the phase that it is known to have.
class GlidingHarmonicsTest {
    private static final int RATE = 48_000;
    private static final double SECONDS = 4;
    private static final int WINDOW = RATE / 10;

    private static double cycles(double startHertz, double seconds) {
        return startHertz * SECONDS / Math.log(2) * (Math.pow(2, seconds / SECONDS) - 1);
    }

    private static double envelope(double hertz) {
        double octaves = Math.log(hertz / 1500) / Math.log(2);
        return 0.02 + 0.1 * Math.exp(-2 * octaves * octaves);
    }

    private static Sound glide(double startHertz) {
        float[] samples = new float[(int) (SECONDS * RATE)];
        for (int i = 0; i < samples.length; i++) {
            double seconds = (double) i / RATE;
            double hertz = startHertz * Math.pow(2, seconds / SECONDS);
            for (int h = 1; h * hertz < 8000; h++) {
                samples[i] +=
                        (float)
                                (envelope(h * hertz)
                                        * Math.cos(2 * Math.PI * h * cycles(startHertz, seconds)));
            }
        }
        return Sound.owning(RATE, samples);
    }

    private static double amplitude(float[] samples, double startHertz, int harmonic, int from) {
        double real = 0;
        double imaginary = 0;
        for (int i = 0; i < WINDOW; i++) {
            double weight = 0.5 - 0.5 * Math.cos(2 * Math.PI * (i + 0.5) / WINDOW);
            double phase = 2 * Math.PI * harmonic * cycles(startHertz, (double) (from + i) / RATE);
            real += weight * samples[from + i] * Math.cos(phase);
            imaginary += weight * samples[from + i] * Math.sin(phase);
        }
        return Math.hypot(real, imaginary);
    }

    @ParameterizedTest
    @CsvSource({"1, 110", "2, 110", "4, 110", "1, 220", "3, 220", "1, 330"})
    void oneHarmonicIsTurnedDownWhereverThePitchGoes(int harmonic, double startHertz) {
        Sound glide = glide(startHertz);
        List<Double> wished = new ArrayList<>(Collections.nCopies(8, 0.0));
        wished.set(harmonic - 1, -6.0);
        VoiceRenderer renderer =
                new VoiceRenderer(
                        glide,
                        new EpochFinder().find(glide, new VoiceAnalyser().analyse(glide).pitch()),
                        Shape.of(TimeMap.IDENTITY).withHarmonics(HarmonicGains.everywhere(wished)));
        float[] after = new float[glide.frames()];
        renderer.read(0, 0, after, after.length);
        float[] before = glide.mono();
        for (int h = 1; h <= 10; h++) {
            int k = h;
            double[] off =
                    IntStream.iterate(RATE / 2, i -> i + WINDOW < 3.5 * RATE, i -> i + WINDOW / 2)
                            .mapToDouble(i ->
                                    20
                                                    * Math.log10(
                                                            amplitude(after, startHertz, k, i)
                                                                    / amplitude(
                                                                            before,
                                                                            startHertz,
                                                                            k,
                                                                            i))
                                            - wished.get(Math.min(k, 8) - 1))
                            .map(Math::abs)
                            .toArray();
            assertThat(Percentile.of(off, 100))
                    .as("harmonic %d, wherever it is worst", h)
                    .isCloseTo(0, within(h == harmonic ? 0.5 : 0.3));
        }
    }
}
