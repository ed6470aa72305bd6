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
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;
import zelvan.singers.Performance;
import zelvan.testing.Takes;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;
import zelvan.units.TimeSpan;

class VoiceAnalyserTest {
    /// Harmonics that fall with 1/h, in the middle of silence.
    private static Sound harmonic(double hertz, int rate) {
        float[] samples = new float[2 * rate];
        for (int i = rate / 2; i < rate * 3 / 2; i++) {
            for (int h = 1; h * hertz < 0.4 * rate && h <= 12; h++) {
                samples[i] += (float) (0.3 / h * Math.sin(2 * Math.PI * h * hertz * i / rate));
            }
        }
        return Sound.owning(rate, samples);
    }

    @ParameterizedTest
    @CsvSource({
        "58, 48000",
        "82.41, 44100",
        "220, 48000",
        "440, 96000",
        "987.77, 44100",
        "1390, 48000"
    })
    void aSteadyToneHasItsPitch(double hertz, int rate) {
        PitchTrack pitch = new VoiceAnalyser().analyse(harmonic(hertz, rate)).pitch();
        for (double t = 0.6; t < 1.4; t += 0.05) {
            assertThat(pitch.voiced(pitch.frameAt(t))).isTrue();
            // 5 cents is about the just noticeable difference of pitch (B. C. J. Moore, 1973).
            assertThat(Pitch.centsBetween(hertz, pitch.hertzAt(t))).isCloseTo(0, within(5.0));
        }
        assertThat(pitch.voiced(pitch.frameAt(0.2))).isFalse();
    }

    @Test
    void silenceAndNoiseHaveNoPitch() {
        Random random = new Random(8);
        float[] noise = new float[48_000];
        for (int i = 12_000; i < 36_000; i++) {
            noise[i] = (float) (0.2 * random.nextGaussian());
        }
        VoiceAnalysis analysis = new VoiceAnalyser().analyse(Sound.owning(48_000, noise));
        int voiced = 0;
        for (int f = 0; f < analysis.frames(); f++) {
            voiced += analysis.pitch().voiced(f) ? 1 : 0;
        }
        assertThat(voiced).isLessThan(analysis.frames() / 50);
        assertThat(analysis.phrases()).isEmpty();
        VoiceAnalysis silent = new VoiceAnalyser().analyse(Sound.owning(44_100, new float[44_100]));
        assertThat(silent.landmarks()).isEmpty();
        assertThat(silent.notes()).isEmpty();
    }

    @Test
    void aSingersPitchIsFollowed() {
        for (Takes.Take take : List.of(Takes.LEAD, Takes.LOW, Takes.WITHOUT_B)) {
            PitchTrack pitch = take.analysis().pitch();
            double[] cents = new double[pitch.frames()];
            int compared = 0;
            for (int f = 0; f < pitch.frames(); f++) {
                int millis = (int) Math.round(f * pitch.hopSeconds() * 1000);
                if (pitch.voiced(f) && take.sung().voicing()[millis] > 0.9) {
                    cents[compared++] =
                            Math.abs(
                                    Pitch.centsBetween(
                                            take.sung().hertz()[millis], pitch.hertz(f)));
                }
            }
            double[] errors = Arrays.copyOf(cents, compared);
            assertThat(compared).isGreaterThan(300);
            assertThat(Percentile.median(errors)).isLessThan(5);
            assertThat(Percentile.of(errors, 98)).isLessThan(50);
        }
    }

    @Test
    void phrasesAreFoundWhereTheyAreSung() {
        assertThat(Takes.LEAD.analysis().phrases()).hasSize(3);
        assertThat(Takes.WITHOUT_B.analysis().phrases()).hasSize(2);
        List<Performance.Moment> moments = Takes.LEAD.performance().moments();
        List<RecordedSpan> phrases = Takes.LEAD.analysis().phrases();
        assertThat(phrases.getFirst().startSeconds())
                .isCloseTo(moments.getFirst().seconds(), within(0.05));
        assertThat(phrases.getLast().endSeconds())
                .isCloseTo(moments.getLast().seconds(), within(0.08));
    }

    /// Most syllables of a clear singer: the vowel's start within 15 ms of the truth.
    @Test
    void vowelsStartWhereTheyAreSung() {
        List<Landmark> landmarks = Takes.LEAD.analysis().landmarks();
        long found = 0;
        long sung = 0;
        for (Performance.Moment moment : Takes.LEAD.performance().moments()) {
            if (moment.kind().equals("vowel")) {
                sung++;
                found +=
                        landmarks.stream()
                                        .anyMatch(l ->
                                                l.kind() == LandmarkKind.VOWEL
                                                        && Math.abs(l.seconds() - moment.seconds())
                                                                < 0.015)
                                ? 1
                                : 0;
            }
        }
        assertThat((double) found / sung).isGreaterThan(0.7);
    }

    /// Voiced ones as well, and nothing else; a take that hisses all the time has none.
    @Test
    void sibilantsAreHeard() {
        for (Takes.Take take : List.of(Takes.LEAD, Takes.LOOSE)) {
            List<TimeSpan> sung = take.performance().sibilants();
            List<RecordedSpan> heard = take.analysis().esses();
            assertThat(sung).isNotEmpty().hasSameSizeAs(heard);
            for (int i = 0; i < sung.size(); i++) {
                assertThat(heard.get(i).startSeconds())
                        .isCloseTo(sung.get(i).startSeconds(), within(0.03));
                assertThat(heard.get(i).endSeconds())
                        .isCloseTo(sung.get(i).endSeconds(), within(0.03));
            }
        }
    }

    @Test
    void whereAllHissesNothingIsAnEss() {
        Random random = new Random(1);
        float[] hiss = Takes.LEAD.sound().channel(0).clone();
        for (int i = 0; i < hiss.length; i++) {
            hiss[i] += (float) (0.1 * random.nextGaussian());
        }
        assertThat(new VoiceAnalyser().analyse(Sound.owning(Takes.RATE_HERTZ, hiss)).esses())
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(ints = {44_100, 96_000})
    void theRateChangesNothingThatMatters(int rate) {
        float[] resampled =
                new zelvan.dsp.Resampler(Takes.RATE_HERTZ, rate)
                        .resample(Takes.LEAD.sound().channel(0));
        VoiceAnalysis other = new VoiceAnalyser().analyse(Sound.owning(rate, resampled));
        VoiceAnalysis own = Takes.LEAD.analysis();
        assertThat(other.phrases()).hasSameSizeAs(own.phrases());
        assertThat(other.seconds()).isCloseTo(own.seconds(), within(1e-4));
        assertThat(other.pitch().hertzAt(2.5)).isCloseTo(own.pitch().hertzAt(2.5), within(0.5));
    }
}
