package zelvan.tuning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.align.Alignment;
import zelvan.testing.Tracks;
import zelvan.units.RecordedSpan;

/// Closed forms: the voice is a line of cents above A4 that is known exactly.
class NoteEditTest {
    private static final double SECONDS = 3;
    private static final RecordedSpan MIDDLE = new RecordedSpan(1, 2);
    private static final TuningSettings HALF = new TuningSettings(PitchTarget.GUIDE, 0.5, 0, 1);

    private static TuningResult map(
            DoubleUnaryOperator voice, TuningSettings settings, NoteEdit... edits) {
        MatchedPitch matched =
                MatchedPitch.of(
                        Tracks.voice(SECONDS, voice),
                        Tracks.pitch(SECONDS, t -> 0),
                        Alignment.NONE,
                        seconds -> seconds);
        return PitchMapper.map(matched, Harmony.UNKNOWN, t -> settings, List.of(edits), List.of());
    }

    private static double vibrato(double t) {
        return 40 * Math.sin(2 * Math.PI * 5.5 * t);
    }

    @Test
    void aNoteIsPutOnAnotherPitchAndItsNeighboursStay() {
        PitchMap map = map(t -> 20, TuningSettings.OFF, NoteEdit.of(MIDDLE).withAim(200)).map();
        for (double t = 1.05; t < 1.95; t += 0.01) {
            assertThat(map.centsAt(t)).isCloseTo(180, within(0.01));
        }
        assertThat(map.centsAt(0.95)).isCloseTo(0, within(0.01));
        assertThat(map.centsAt(2.05)).isCloseTo(0, within(0.01));
        // Half way where the one becomes the other, and never turning back.
        assertThat(map.centsAt(1.0)).isBetween(75.0, 105.0);
        for (double t = 0.9; t < 1.1; t += 0.005) {
            assertThat(map.centsAt(t + 0.005)).isGreaterThanOrEqualTo(map.centsAt(t) - 1e-6);
        }
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 0.25, 1})
    void intonationOfANoteCountsInsteadOfThePull(double intonation) {
        PitchMap map = map(t -> 40, HALF, NoteEdit.of(MIDDLE).withIntonation(intonation)).map();
        assertThat(map.centsAt(1.5)).isCloseTo(-40 * intonation, within(0.01));
        assertThat(map.centsAt(0.5)).isCloseTo(-20, within(0.01));
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 0.5, 1, 2})
    void vibratoIsMadeLessOrMoreAndThePitchStays(double vibrato) {
        PitchMap map =
                map(
                                NoteEditTest::vibrato,
                                TuningSettings.OFF,
                                NoteEdit.of(MIDDLE).withVibrato(vibrato))
                        .map();
        for (double t = 1.2; t < 1.8; t += 0.007) {
            double sounds = vibrato(t) + map.centsAt(t);
            assertThat(sounds).isCloseTo(vibrato * vibrato(t), within(4.0));
        }
        assertThat(map.centsAt(0.5)).isZero();
    }

    @Test
    void wanderIsTakenOutAndTheVibratoStays() {
        DoubleUnaryOperator slow = t -> 30 * Math.sin(2 * Math.PI * 0.5 * (t - 1.5));
        PitchMap map =
                map(
                                t -> slow.applyAsDouble(t) + vibrato(t),
                                TuningSettings.OFF,
                                NoteEdit.of(MIDDLE).withWander(0))
                        .map();
        for (double t = 1.2; t < 1.8; t += 0.007) {
            double sounds = slow.applyAsDouble(t) + vibrato(t) + map.centsAt(t);
            assertThat(sounds).isCloseTo(vibrato(t), within(6.0));
        }
    }

    /// Rates and extents of singers, from memory: E. Prame, *Measurements of the vibrato rate of
    /// ten singers* (1994), 6.0 Hz on average; C. E. Seashore, *The vibrato* (1932), 5 to 7 Hz; E.
    /// Prame, *Vibrato extent and intonation in professional Western lyric singing* (1997), 34 to
    /// 123 cents to each side, 71 on average.
    @ParameterizedTest
    @CsvSource({"5, 71", "6, 34", "6, 71", "6, 123", "7, 71"})
    void vibratoOfAWholeVoiceIsTakenOutAndItsWanderStays(double rateHertz, double extentCents) {
        DoubleUnaryOperator slow = t -> 25 * Math.sin(2 * Math.PI * 0.5 * t);
        DoubleUnaryOperator fast = t -> extentCents * Math.sin(2 * Math.PI * rateHertz * t);
        DoubleUnaryOperator both = t -> slow.applyAsDouble(t) + fast.applyAsDouble(t);
        PitchMap flat = map(both, TuningSettings.OFF.withVibrato(0)).map();
        PitchMap still = map(both, TuningSettings.OFF.withWander(0)).map();
        for (double t = 0.3; t < 2.7; t += 0.01) {
            assertThat(both.applyAsDouble(t) + flat.centsAt(t))
                    .isCloseTo(slow.applyAsDouble(t), within(0.1 * extentCents + 3));
            assertThat(both.applyAsDouble(t) + still.centsAt(t))
                    .isCloseTo(fast.applyAsDouble(t), within(0.1 * extentCents + 4));
        }
    }

    @Test
    void aNoteDepartsFromWhatIsWantedOfAllNotes() {
        PitchMap map =
                map(
                                NoteEditTest::vibrato,
                                TuningSettings.OFF.withVibrato(0),
                                NoteEdit.of(MIDDLE).withVibrato(1))
                        .map();
        for (double t = 1.2; t < 1.8; t += 0.007) {
            assertThat(map.centsAt(t)).isCloseTo(0, within(1e-6));
        }
        for (double t = 0.2; t < 0.8; t += 0.007) {
            assertThat(vibrato(t) + map.centsAt(t)).isCloseTo(0, within(4.0));
        }
    }

    /// What is drawn to the guide and what is left of the vibrato then are two settings.
    @Test
    void meanGoesToTheGuideAndTheVibratoIsHalved() {
        TuningSettings settings = new TuningSettings(PitchTarget.GUIDE, 1, 0, 1).withVibrato(0.5);
        PitchMap map = map(t -> 30 + vibrato(t), settings).map();
        for (double t = 0.3; t < 2.7; t += 0.01) {
            assertThat(30 + vibrato(t) + map.centsAt(t)).isCloseTo(0.5 * vibrato(t), within(4.0));
        }
    }

    @Test
    void aNoteAsItIsChangesNothing() {
        TuningResult plain = map(t -> 20, HALF);
        TuningResult same = map(t -> 20, HALF, NoteEdit.of(MIDDLE));
        for (double t = 0.1; t < 2.9; t += 0.01) {
            assertThat(same.map().centsAt(t)).isCloseTo(plain.map().centsAt(t), within(1e-9));
        }
    }

    @Test
    void notesAreDividedAndJoinedAsTheUserSays() {
        TuningResult found = map(t -> 20, TuningSettings.OFF);
        assertThat(found.notes()).hasSize(1);
        TuningResult divided = map(t -> 20, TuningSettings.OFF, NoteEdit.of(MIDDLE));
        assertThat(divided.notes()).hasSize(3);
        assertThat(divided.notes().get(1).span()).isEqualTo(MIDDLE);
        assertThat(divided.notes().get(1).hertz()).isCloseTo(445.11, within(0.01));
        TuningResult joined =
                map(
                        t -> t < 1.5 ? 0 : 200,
                        TuningSettings.OFF,
                        NoteEdit.of(new RecordedSpan(0, SECONDS)));
        assertThat(joined.notes()).hasSize(1);
    }

    @Test
    void amountsOutOfRangeAreRefused() {
        NoteEdit note = NoteEdit.of(MIDDLE);
        assertThatThrownBy(() -> note.withVibrato(2.1)).hasMessageContaining("vibrato");
        assertThatThrownBy(() -> note.withIntonation(-0.1)).hasMessageContaining("intonation");
    }
}
