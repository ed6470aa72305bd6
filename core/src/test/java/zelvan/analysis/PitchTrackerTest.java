package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

class PitchTrackerTest {
    private static final int RATE = 16_000;
    private static final double HOP = 0.005;

    /// A pitch over time, hertz.
    private interface Line {
        double hertzAt(double seconds);
    }

    /// Harmonics that fade out towards 7 kHz, so that none comes or goes at once.
    private static float[] sound(Line line, double seconds, double noise) {
        Random random = new Random(5);
        float[] samples = new float[(int) (seconds * RATE)];
        double phase = 0;
        for (int i = 0; i < samples.length; i++) {
            double hertz = line.hertzAt((double) i / RATE);
            phase += 2 * Math.PI * hertz / RATE;
            for (int k = 1; k * hertz < 7000; k++) {
                double strength = Math.min(1, (7000 - k * hertz) / 2000) / Math.sqrt(k);
                samples[i] += (float) (0.1 * strength * Math.cos(k * phase));
            }
            samples[i] += (float) (noise * random.nextGaussian());
        }
        return samples;
    }

    private static PitchTrack track(float[] samples) {
        boolean[] active = new boolean[(int) (samples.length / (RATE * HOP)) + 1];
        Arrays.fill(active, true);
        float[] levels = LevelFrames.decibels(samples, RATE, active.length, HOP);
        return new PitchTracker(RATE).track(samples, levels, active, HOP);
    }

    private static double worstCents(PitchTrack track, Line line, double from, double to) {
        double worst = 0;
        for (int f = track.frameAt(from); f <= track.frameAt(to); f++) {
            assertThat(track.voiced(f)).as("voiced at %.3f s", f * HOP).isTrue();
            double off = Pitch.centsBetween(line.hertzAt(f * HOP), track.hertz(f));
            worst = Math.max(worst, Math.abs(off));
        }
        return worst;
    }

    @ParameterizedTest
    @ValueSource(doubles = {56, 65.4, 98, 146.8, 220, 221.9, 311.1, 440, 523.3, 880, 1174.7, 1390})
    void aSteadyToneIsHeardToTheCent(double hertz) {
        PitchTrack track = track(sound(t -> hertz, 1, 0));
        assertThat(worstCents(track, t -> hertz, 0.1, 0.9)).isLessThan(1);
    }

    /// Vibrato of the usual rate (5 to 7 Hz: C. E. Seashore, *The vibrato*, 1932, from memory) and
    /// twice the usual extent: where it is steepest, 3.8 cents a millisecond, it is heard within 4
    /// ms, and within the window's length where a voice is low.
    @ParameterizedTest
    @CsvSource({"80, 32", "160, 18", "320, 14", "640, 14", "1200, 14"})
    void aWideVibratoIsFollowed(double hertz, double mostCents) {
        Line vibrato = t -> hertz * Pitch.ratio(100 * Math.sin(2 * Math.PI * 6 * t));
        PitchTrack track = track(sound(vibrato, 1, 0));
        assertThat(worstCents(track, vibrato, 0.1, 0.9)).isLessThan(mostCents);
    }

    /// Rate and extents of singers, from memory: E. Prame, *Measurements of the vibrato rate of ten
    /// singers* (1994) and *Vibrato extent and intonation in professional Western lyric singing*
    /// (1997): 6.0 Hz and 71 cents to each side on average, single tones from 34 to 123.
    @ParameterizedTest
    @CsvSource({"110, 34", "110, 71", "220, 71", "440, 34", "440, 71", "440, 123", "880, 71"})
    void ratesAndExtentsOfPublishedVibratosAreMeasured(double hertz, double extentCents) {
        Line vibrato = t -> hertz * Pitch.ratio(extentCents * Math.sin(2 * Math.PI * 6.0 * t));
        PitchTrack track = track(sound(vibrato, 2.2, 0));
        int from = track.frameAt(0.1);
        int to = track.frameAt(2.1);
        double square = 0;
        int upward = 0;
        double first = 0;
        double last = 0;
        for (int f = from; f < to; f++) {
            double before = Pitch.centsBetween(hertz, track.hertz(f - 1));
            double cents = Pitch.centsBetween(hertz, track.hertz(f));
            square += cents * cents;
            if (before < 0 && cents >= 0) {
                last = (f - cents / (cents - before)) * track.hopSeconds();
                first = upward++ == 0 ? last : first;
            }
        }
        assertThat((upward - 1) / (last - first)).isCloseTo(6.0, within(0.02 * 6));
        assertThat(Math.sqrt(2 * square / (to - from)))
                .isCloseTo(extentCents, within(0.05 * extentCents));
    }

    @Test
    void aGlideOverFourOctavesIsFollowed() {
        Line glide = t -> 70 * Math.pow(2, t);
        PitchTrack track = track(sound(glide, 4.2, 0));
        assertThat(worstCents(track, glide, 0.1, 4)).isLessThan(11);
    }

    @Test
    void noiseHasNoPitch() {
        PitchTrack track = track(sound(t -> 8000, 2, 0.1));
        long voiced = 0;
        for (int f = 0; f < track.frames(); f++) {
            voiced += track.voiced(f) ? 1 : 0;
        }
        assertThat(voiced).isLessThan(track.frames() / 50);
    }

    @Test
    void silenceHasNoPitch() {
        PitchTrack track = track(new float[RATE]);
        for (int f = 0; f < track.frames(); f++) {
            assertThat(track.voiced(f)).isFalse();
            assertThat(track.voicing(f)).isZero();
        }
    }

    /// A leap of an octave that is really sung stays one.
    @Test
    void aSungOctaveIsNotRepaired() {
        Line leap = t -> t < 0.5 || t > 0.9 ? 220 : 440;
        PitchTrack track = track(sound(leap, 1.4, 0));
        assertThat(track.hertzAt(0.7)).isCloseTo(440, within(1.0));
        assertThat(track.hertzAt(0.3)).isCloseTo(220, within(1.0));
    }

    /// A tenth of a second in which every other pulse is weaker is the octave below, looked at by
    /// itself; what is sung around it says otherwise.
    @Test
    void aMomentOfWeakPulsesStaysInItsOctave() {
        float[] plain = sound(t -> 300, 1.2, 0.001);
        float[] lower = sound(t -> 150, 1.2, 0);
        for (int i = 0; i < plain.length; i++) {
            double t = (double) i / RATE;
            plain[i] += t > 0.5 && t < 0.6 ? 0.15f * lower[i] : 0;
        }
        PitchTrack track = track(plain);
        assertThat(worstCents(track, t -> 300, 0.45, 0.65)).isLessThan(60);
        // What was decided against the sound itself is said to be doubtful, there and only there.
        assertThat(track.octaveDoubts()).hasSize(1);
        RecordedSpan doubt = track.octaveDoubts().getFirst();
        assertThat(doubt.startSeconds()).isBetween(0.46, 0.54);
        assertThat(doubt.endSeconds()).isBetween(0.56, 0.64);
    }

    @ParameterizedTest
    @CsvSource({"80, 0", "220, 60", "440, 123", "1300, 30"})
    void whatIsPlainIsNotDoubted(double hertz, double vibratoCents) {
        Line line = t -> hertz * Pitch.ratio(vibratoCents * Math.sin(2 * Math.PI * 6 * t));
        assertThat(track(sound(line, 2, 0.002)).octaveDoubts()).isEmpty();
    }

    @Test
    void doubtsGoAlongWithAStretchAndEndWhereTheUserSpeaks() {
        float[] flat = new float[400];
        Arrays.fill(flat, 220);
        PitchTrack track =
                new PitchTrack(
                        HOP,
                        flat,
                        flat.clone(),
                        List.of(new RecordedSpan(0.5, 0.6), new RecordedSpan(1, 1.2)));
        assertThat(track.slice(210, 400).octaveDoubts()).hasSize(1);
        assertThat(track.slice(210, 400).octaveDoubts().getFirst().endSeconds())
                .isCloseTo(0.15, within(1e-9));
        PitchTrack said = track.shifted(List.of(new OctaveShift(new RecordedSpan(0.55, 0.7), 0)));
        assertThat(said.octaveDoubts()).containsExactly(new RecordedSpan(1, 1.2));
        assertThat(said.hertz(115)).isEqualTo(220);
    }

    @Test
    void unlikenessIsMeasuredAgainstClosedForms() {
        float[] sine = new float[2000];
        for (int i = 0; i < sine.length; i++) {
            sine[i] = (float) Math.sin(2 * Math.PI * i / 40);
        }
        SelfSimilarity heard = new SelfSimilarity(sine, 1000, 0);
        heard.attend(1, 40, 200);
        double[] unlike = new double[SelfSimilarity.LAGS];
        for (int lag : new int[] {10, 20, 33, 40}) {
            heard.unlikeness(lag, 200, unlike);
            for (int k = 0; k < unlike.length; k++) {
                assertThat(unlike[k])
                        .as("lag %d", lag + k)
                        .isCloseTo(1 - Math.cos(2 * Math.PI * (lag + k) / 40), within(1e-3));
            }
        }
    }

    /// No voice is elsewhere for 20 ms, with a pitch or without; what lasts longer is sung.
    @Test
    void whatIsGoneForAMomentIsBridgedAndWhatStaysIsNot() {
        float gone = Float.NaN;
        assertThat(PitchTracker.bridged(new float[] {500, 385, gone, 500, 500, 750, 490, 490}))
                .containsExactly(
                        new float[] {500, 500, 500, 500, 500, 495, 490, 490}, within(0.1f));
        float[] stays = {500, 385, 385, 385, 500, gone, gone, gone, 500, 1000};
        assertThat(PitchTracker.bridged(stays.clone())).isEqualTo(stays);
    }

    @Test
    void singleFramesThatAreLedAstrayAreSmoothedAndLeapsAreNot() {
        float[] hertz = new float[60];
        float[] unlikeness = new float[60];
        Arrays.fill(hertz, 0, 30, 200);
        Arrays.fill(hertz, 30, 60, 300);
        Arrays.fill(unlikeness, 0.02f);
        hertz[10] = 207;
        unlikeness[10] = 0.1f;
        hertz[45] = Float.NaN;
        float[] smooth = PitchSmoother.smooth(hertz, unlikeness);
        assertThat(Pitch.centsBetween(200, smooth[10])).isCloseTo(0, within(1.0));
        assertThat(Pitch.centsBetween(200, smooth[29])).isCloseTo(0, within(0.1));
        assertThat(Pitch.centsBetween(300, smooth[30])).isCloseTo(0, within(0.1));
        assertThat(smooth[45]).isNaN();
    }
}
