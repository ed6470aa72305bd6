package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.dsp.Fft;
import zelvan.dsp.Percentile;
import zelvan.dsp.Windows;
import zelvan.testing.Takes;
import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;
import zelvan.units.Curve;
import zelvan.units.Pitch;

/// Pitch and formants, heard again in what comes out.
class PitchRenderingTest {
    private static final int RATE = Takes.RATE_HERTZ;
    private static final double SECONDS = 4;

    private static float[] render(Sound sound, PitchTrack pitch, Shape shape) {
        VoiceRenderer renderer =
                new VoiceRenderer(sound, new EpochFinder().find(sound, pitch), shape);
        float[] out = new float[(int) renderer.frames()];
        renderer.read(0, 0, out, out.length);
        return out;
    }

    private static float[] render(Sound sound, Shape shape) {
        return render(sound, new VoiceAnalyser().analyse(sound).pitch(), shape);
    }

    /// Harmonics of one pitch under a fixed envelope with a peak at 1,500 Hz.
    private static Sound tone(double hertz) {
        float[] samples = new float[(int) (SECONDS * RATE)];
        for (int h = 1; h * hertz < 8000; h++) {
            double amplitude = envelope(h * hertz);
            for (int i = 0; i < samples.length; i++) {
                samples[i] += (float) (amplitude * Math.cos(2 * Math.PI * h * hertz * i / RATE));
            }
        }
        return Sound.owning(RATE, samples);
    }

    private static double envelope(double hertz) {
        double octaves = Math.log(hertz / 1500) / Math.log(2);
        return 0.02 + 0.1 * Math.exp(-2 * octaves * octaves);
    }

    private static Shape moved(double cents) {
        return Shape.of(TimeMap.IDENTITY, PitchMap.constant(0, SECONDS, cents));
    }

    /// Amplitude in a second of sound near a frequency.
    private static double amplitude(float[] samples, double hertz) {
        int n = 1 << 15;
        double[] data = new double[n];
        double[] window = Windows.hann(n);
        double sum = 0;
        for (int i = 0; i < n; i++) {
            data[i] = window[i] * samples[RATE + i];
            sum += window[i];
        }
        new Fft(n).forward(data);
        double most = 0;
        int at = (int) Math.round(hertz * n / RATE);
        for (int b = at - 4; b <= at + 4; b++) {
            most = Math.max(most, Math.hypot(data[2 * b], data[2 * b + 1]));
        }
        return 2 * most / sum;
    }

    /// The fundamental lies where it was asked for, to a hundredth of a semitone, and what was
    /// there before is gone.
    @ParameterizedTest
    @ValueSource(doubles = {-1200, -300, -50, -7, 7, 50, 100, 700, 1200})
    void aToneMovesToThePitchThatIsAskedFor(double cents) {
        double hertz = 196;
        float[] out = render(tone(hertz), moved(cents));
        PitchTrack pitch = new VoiceAnalyser().analyse(Sound.owning(RATE, out)).pitch();
        double[] errors = new double[200];
        for (int f = 0; f < errors.length; f++) {
            errors[f] =
                    Math.abs(
                            Pitch.centsBetween(
                                    hertz * Math.pow(2, cents / 1200), pitch.hertz(200 + f)));
        }
        assertThat(Percentile.median(errors)).isLessThan(1);
        assertThat(Percentile.of(errors, 90)).isLessThan(2);
    }

    /// Whatever the pitch, each harmonic is as strong as the envelope is there.
    @ParameterizedTest
    @ValueSource(doubles = {-500, -100, 100, 400, 702})
    void theEnvelopeStaysWhereItWas(double cents) {
        double hertz = 147;
        double ratio = Math.pow(2, cents / 1200);
        float[] out = render(tone(hertz), moved(cents));
        double[] decibels = againstEnvelope(out, hertz * ratio, 1, 20);
        double level = Percentile.median(decibels);
        // Loudness stays: the fewer harmonics there are, the stronger they are.
        assertThat(level).isCloseTo(10 * Math.log10(ratio), within(1.0));
        for (int h = 2; h <= decibels.length; h++) {
            assertThat(decibels[h - 1] - level).as("harmonic %d", h).isBetween(-2.0, 2.0);
        }
    }

    /// How much stronger the first harmonics are than the tone's envelope, moved up by a factor.
    private static double[] againstEnvelope(
            float[] out, double hertz, double formantFactor, int harmonics) {
        double[] decibels = new double[harmonics];
        for (int h = 1; h <= harmonics; h++) {
            double wanted = envelope(h * hertz / formantFactor);
            decibels[h - 1] = 20 * Math.log10(amplitude(out, h * hertz) / wanted);
        }
        return decibels;
    }

    @ParameterizedTest
    @ValueSource(doubles = {-400, -150, 150, 400})
    void formantsMoveWhileThePitchStays(double formantCents) {
        double hertz = 147;
        float[] out =
                render(
                        tone(hertz),
                        Shape.of(TimeMap.IDENTITY).withFormants(Curve.everywhere(formantCents)));
        double[] decibels = againstEnvelope(out, hertz, Math.pow(2, formantCents / 1200), 20);
        double level = Percentile.median(decibels);
        assertThat(level).isBetween(-2.0, 2.0);
        for (int h = 2; h <= decibels.length; h++) {
            assertThat(decibels[h - 1] - level).as("harmonic %d", h).isBetween(-2.0, 2.0);
        }
    }

    /// Up in the first half of a note, down in the second: each as if it were so everywhere.
    @Test
    void formantsFollowACurve() {
        double hertz = 147;
        Curve steps =
                Curve.of(
                        new double[] {0, SECONDS / 2, SECONDS / 2, SECONDS},
                        new double[] {400, 400, -400, -400});
        float[] out = render(tone(hertz), Shape.of(TimeMap.IDENTITY).withFormants(steps));
        for (double formantCents : new double[] {400, -400}) {
            float[] half = formantCents > 0 ? out : Arrays.copyOfRange(out, RATE, out.length);
            double[] decibels = againstEnvelope(half, hertz, Math.pow(2, formantCents / 1200), 20);
            double level = Percentile.median(decibels);
            for (int h = 2; h <= decibels.length; h++) {
                assertThat(decibels[h - 1] - level).as("harmonic %d", h).isBetween(-2.0, 2.0);
            }
        }
    }

    /// Some louder, some softer, at its own pitch and at another: by as much as was asked for.
    @ParameterizedTest
    @ValueSource(doubles = {0, 100, 700})
    void harmonicsAreAsLoudAsTheyAreWished(double cents) {
        double hertz = 147;
        List<Double> wished = List.of(0.0, 3.0, 6.0, 9.0, 6.0, 0.0, -6.0, -3.0);
        Shape plain = moved(cents);
        float[] before =
                render(tone(hertz), plain.withHarmonics(HarmonicGains.everywhere(List.of(0.01))));
        float[] after = render(tone(hertz), plain.withHarmonics(HarmonicGains.everywhere(wished)));
        double sounds = hertz * Math.pow(2, cents / 1200);
        for (int h = 1; h <= 12; h++) {
            double louder =
                    20 * Math.log10(amplitude(after, h * sounds) / amplitude(before, h * sounds));
            double asked = h <= wished.size() ? wished.get(h - 1) : 0;
            assertThat(louder).as("harmonic %d", h).isCloseTo(asked, within(0.5));
        }
    }

    /// Those of some harmonics follow the formants, the others stay as loud as they are.
    @ParameterizedTest
    @ValueSource(doubles = {-200, 200})
    void onlySomeHarmonicsFollowTheFormants(double formantCents) {
        double hertz = 147;
        float[] before = tone(hertz).mono();
        float[] after =
                render(
                        tone(hertz),
                        Shape.of(TimeMap.IDENTITY)
                                .withFormants(Curve.everywhere(formantCents))
                                .withFormantRanges(
                                        new FormantRanges(
                                                new FormantRange(4, 8, 0, Double.POSITIVE_INFINITY),
                                                List.of())));
        for (int h = 1; h <= 14; h++) {
            double louder =
                    20 * Math.log10(amplitude(after, h * hertz) / amplitude(before, h * hertz));
            double moved =
                    20
                            * Math.log10(
                                    envelope(h * hertz / Math.pow(2, formantCents / 1200))
                                            / envelope(h * hertz));
            boolean follows = h >= 4 && h <= 8;
            assertThat(louder)
                    .as("harmonic %d", h)
                    .isCloseTo(follows ? moved : 0, within(follows ? 1.5 : 0.5));
        }
    }

    /// One harmonic is turned down, its neighbours are not.
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 5})
    void oneHarmonicIsTurnedDownAlone(int harmonic) {
        double hertz = 147;
        List<Double> wished = new ArrayList<>(Collections.nCopies(8, 0.0));
        wished.set(harmonic - 1, -6.0);
        float[] before = tone(hertz).mono();
        float[] after =
                render(
                        tone(hertz),
                        Shape.of(TimeMap.IDENTITY).withHarmonics(HarmonicGains.everywhere(wished)));
        for (int h = 1; h <= 12; h++) {
            double louder =
                    20 * Math.log10(amplitude(after, h * hertz) / amplitude(before, h * hertz));
            assertThat(louder)
                    .as("harmonic %d", h)
                    .isCloseTo(h == harmonic ? -6 : 0, within(h == harmonic ? 0.5 : 0.3));
        }
    }

    /// A sung take along a glide: pitch and time at once.
    @Test
    void aVoiceFollowsBothMaps() {
        Takes.Take take = Takes.STEADY;
        TimeMap time =
                TimeMap.of(
                        List.of(
                                new TimeMap.Point(0, 0),
                                new TimeMap.Point(4, 5),
                                new TimeMap.Point(Takes.SECONDS, 12)));
        PitchMap pitch =
                PitchMap.of(
                        List.of(
                                new PitchMap.Point(0, -200),
                                new PitchMap.Point(Takes.SECONDS, 300)));
        float[] out = render(take.sound(), take.analysis().pitch(), Shape.of(time, pitch));
        PitchTrack heard = new VoiceAnalyser().analyse(Sound.owning(RATE, out)).pitch();
        PitchTrack before = take.analysis().pitch();
        List<Double> errors = new ArrayList<>();
        for (int f = 4; f < before.frames() - 4; f++) {
            double t = f * before.hopSeconds();
            int there = heard.frameAt(time.outputSecondsAt(t));
            if (before.voiced(f - 4) && before.voiced(f + 4) && heard.voiced(there)) {
                double wanted = before.hertz(f) * Math.pow(2, pitch.centsAt(t) / 1200);
                errors.add(
                        Math.abs(
                                Pitch.centsBetween(
                                        wanted, heard.hertzAt(time.outputSecondsAt(t)))));
            }
        }
        double[] cents = errors.stream().mapToDouble(Double::doubleValue).toArray();
        assertThat(cents).hasSizeGreaterThan(800);
        assertThat(Percentile.median(cents)).isLessThan(3);
        assertThat(Percentile.of(cents, 90)).isLessThan(15);
    }

    /// Sound without pitch has none to be moved.
    @Test
    void noiseIsLeftAlone() {
        java.util.Random random = new java.util.Random(4);
        float[] noise = new float[RATE];
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (float) (0.1 * random.nextGaussian());
        }
        Epochs none = new Epochs(new int[0], new int[0], new double[0][]);
        VoiceRenderer renderer =
                new VoiceRenderer(Sound.owning(RATE, noise.clone()), none, moved(500));
        float[] out = new float[noise.length];
        renderer.read(0, 0, out, out.length);
        assertThat(Arrays.equals(out, noise)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 63, 1024})
    void blocksOfAnySizeAreTheSame(int size) {
        Sound sound = tone(220);
        PitchTrack pitch = new VoiceAnalyser().analyse(sound).pitch();
        Epochs epochs = new EpochFinder().find(sound, pitch);
        float[] whole = render(sound, pitch, moved(130));
        VoiceRenderer renderer = new VoiceRenderer(sound, epochs, moved(130));
        int from = RATE;
        float[] block = new float[size];
        for (int start = from + 20_000 - size; start >= from; start -= size) {
            renderer.read(0, start, block, size);
            assertThat(Arrays.mismatch(block, Arrays.copyOfRange(whole, start, start + size)))
                    .isEqualTo(-1);
        }
    }

    @Test
    void formantsCannotMoveByMoreThanAnOctave() {
        assertThatThrownBy(() -> Shape.of(TimeMap.IDENTITY).withFormants(Curve.everywhere(1201)))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
