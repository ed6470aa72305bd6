package zelvan.tuning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.testing.Tracks;
import zelvan.units.RecordedSpan;

/// Closed forms: both voices are lines of cents above A4 that are known exactly.
class PitchMapperTest {
    private static final double SECONDS = 2;
    private static final TuningSettings MEANS = new TuningSettings(PitchTarget.GUIDE, 1, 0, 1);
    private static final TuningSettings CURVE = MEANS.withDetail(0);

    private static double vibrato(double seconds) {
        return 30 * Math.sin(2 * Math.PI * 5.5 * seconds);
    }

    private static TuningResult map(
            DoubleUnaryOperator voice, DoubleUnaryOperator guide, TuningSettings settings) {
        return map(voice, guide, settings, Harmony.UNKNOWN, List.of());
    }

    private static TuningResult map(
            DoubleUnaryOperator voice,
            DoubleUnaryOperator guide,
            TuningSettings settings,
            Harmony harmony,
            List<RecordedSpan> fences) {
        VoiceAnalysis sung = Tracks.voice(SECONDS, voice);
        MatchedPitch matched =
                MatchedPitch.of(
                        sung, Tracks.pitch(SECONDS, guide), Alignment.NONE, seconds -> seconds);
        return PitchMapper.map(matched, harmony, t -> settings, List.of(), fences);
    }

    @Test
    void noteIsMovedAsAWholeAndKeepsItsVibrato() {
        PitchMap map = map(t -> 40 + vibrato(t), t -> 0, MEANS).map();
        for (double t = 0.1; t < 1.9; t += 0.05) {
            assertThat(map.centsAt(t)).isCloseTo(-40, within(1.5));
        }
    }

    @Test
    void curveIsFollowedInFull() {
        TuningResult result = map(t -> 40 + vibrato(t), t -> 15 * Math.sin(4 * t), CURVE);
        for (double t = 0.1; t < 1.9; t += 0.013) {
            double sounds = 40 + vibrato(t) + result.map().centsAt(t);
            assertThat(sounds).isCloseTo(15 * Math.sin(4 * t), within(2.5));
        }
    }

    @Test
    void inBetweenHalfOfTheDetailStays() {
        PitchMap map = map(t -> 40 + vibrato(t), t -> 0, MEANS.withDetail(0.5)).map();
        for (double t = 0.3; t < 1.7; t += 0.013) {
            assertThat(map.centsAt(t)).isCloseTo(-40 - 0.5 * vibrato(t), within(2.0));
        }
    }

    /// The offset left is k + (1 − pull)(d − k), where k is d held within the slack.
    @ParameterizedTest
    @CsvSource({"1, 10, -30", "0.5, 0, -20", "0.5, 20, -10", "0, 0, 0", "1, 60, 0"})
    void pullAndSlackAreThoseOfTiming(double pull, double slack, double moved) {
        TuningSettings settings = MEANS.withPull(pull).withSlack(slack);
        assertThat(map(t -> 40, t -> 0, settings).map().centsAt(1)).isCloseTo(moved, within(1e-3));
    }

    @ParameterizedTest
    @CsvSource({"-1180, OCTAVE, -20", "1225, OCTAVE, -25", "-1180, GUIDE, 0", "-30, OCTAVE, 30"})
    void octavesFollowInTheirOctave(double sung, PitchTarget target, double moved) {
        TuningResult result = map(t -> sung, t -> 0, MEANS.withTarget(target));
        assertThat(result.map().centsAt(1)).isCloseTo(moved, within(1e-3));
    }

    @Test
    void whereTheGuideHasNoPitchNothingIsImposed() {
        assertThat(map(t -> 40, t -> Double.NaN, CURVE).map()).isEqualTo(PitchMap.NONE);
        // A short hole leaves no trace.
        PitchMap map = map(t -> 40, t -> t > 0.9 && t < 1.05 ? Double.NaN : 0, CURVE).map();
        for (double t = 0.1; t < 1.9; t += 0.005) {
            assertThat(map.centsAt(t)).isCloseTo(-40, within(0.5));
        }
    }

    @Test
    void ownLineIsLeftAlone() {
        assertThat(map(t -> 40, t -> 0, MEANS.withTarget(PitchTarget.OWN)).map())
                .isEqualTo(PitchMap.NONE);
    }

    @Test
    void protectedPitchIsNotTouched() {
        RecordedSpan span = new RecordedSpan(0.8123, 1.2077);
        PitchMap map = map(t -> 40, t -> 0, CURVE, Harmony.UNKNOWN, List.of(span)).map();
        assertThat(map.changes(span.startSeconds(), span.endSeconds())).isFalse();
        assertThat(map.centsAt(0.7)).isCloseTo(-40, within(0.5));
        assertThat(map.centsAt(1.3)).isCloseTo(-40, within(0.5));
    }

    @Test
    void glidesStayGlides() {
        // Two notes, 30 cents sharp and 20 flat, with a glide of 0.2 s between them.
        DoubleUnaryOperator voice =
                t ->
                        t < 0.9
                                ? 30
                                : t > 1.1
                                        ? 380
                                        : 30
                                                + 350
                                                        * (0.5
                                                                - 0.5
                                                                        * Math.cos(
                                                                                Math.PI * (t - 0.9)
                                                                                        / 0.2));
        DoubleUnaryOperator guide = t -> t < 1 ? 0 : 400;
        PitchMap map = map(voice, guide, MEANS).map();
        assertThat(map.centsAt(0.5)).isCloseTo(-30, within(3.0));
        assertThat(map.centsAt(1.5)).isCloseTo(20, within(3.0));
        for (double t = 0.1; t < 1.9; t += 0.005) {
            double before = voice.applyAsDouble(t) + map.centsAt(t);
            double after = voice.applyAsDouble(t + 0.005) + map.centsAt(t + 0.005);
            assertThat(after - before).isBetween(-4.0, 22.0);
        }
    }

    @Test
    void notesGoToTheNearestToneOfTheKey() {
        Harmony cMajor = new Harmony(Key.parse("C major"), List.of());
        TuningSettings key = MEANS.withTarget(PitchTarget.KEY);
        // 130 cents above A4 is nearer to B, at 200, than to A: B♭ is not in the key.
        PitchMap map = map(t -> 130, t -> Double.NaN, key, cMajor, List.of()).map();
        assertThat(map.centsAt(1)).isCloseTo(70, within(0.5));
    }

    @Test
    void notesGoToTheNearestToneOfTheChordOfTheMoment() {
        Harmony chords =
                new Harmony(
                        Optional.empty(),
                        List.of(
                                new Harmony.Change(0, new Chord("F")),
                                new Harmony.Change(0.95, new Chord("G"))));
        DoubleUnaryOperator voice = t -> t < 0.9 ? 40 : t < 1 ? Double.NaN : 160;
        PitchMap map =
                map(voice, t -> Double.NaN, MEANS.withTarget(PitchTarget.CHORD), chords, List.of())
                        .map();
        assertThat(map.centsAt(0.5)).isCloseTo(-40, within(0.5));
        assertThat(map.centsAt(1.5)).isCloseTo(40, within(0.5));
    }

    @Test
    void figuresLeaveOutWhatIsKept() {
        TuningResult kept = map(t -> 40 + vibrato(t), t -> 0, MEANS);
        TuningResult all = map(t -> 40 + vibrato(t), t -> 0, CURVE);
        int middle = (int) Math.round(1.045 / VoiceAnalysis.HOP_SECONDS);
        assertThat(kept.beforeCents()[middle]).isCloseTo(40, within(2f));
        assertThat(kept.afterCents()[middle]).isCloseTo(0, within(2f));
        assertThat((double) all.beforeCents()[middle]).isCloseTo(40 + vibrato(1.045), within(1e-3));
        assertThat(all.targetCents()[middle]).isCloseTo(0, within(1e-3f));
    }
}
