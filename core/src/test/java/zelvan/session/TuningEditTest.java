package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.analysis.OctaveShift;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.TimeSpan;

class TuningEditTest {
    private static final TuningSettings GUIDE = new TuningSettings(PitchTarget.GUIDE, 0.8, 5, 1);

    private static Voice voice(Session session) {
        return session.voice("v").orElseThrow();
    }

    private static Session shifted(Session session, double from, double to, int octaves) {
        return new TuningEdit.ShiftOctave(
                        List.of(new TuningEdit.ShiftOctave.Of("v", new TimeSpan(from, to))),
                        octaves)
                .apply(session);
    }

    @Test
    void phraseDepartsFromVoiceAndVoiceFromStack() {
        Session session =
                Turn.all(List.of(new Scope.OfStack("doubles")), "Doubles", GUIDE)
                        .apply(HistoryTest.session());
        session = Turn.of(new Scope.OfVoice("v"), Setting.PITCH_PULL, 0.3, "Left").apply(session);
        session =
                Turn.of(
                                new Scope.OfPhrase("v", new TimeSpan(5, 7)),
                                Setting.PITCH_TARGET,
                                PitchTarget.OCTAVE,
                                "Left")
                        .apply(session);
        TuningSettings stack = session.stackTuning(voice(session));
        assertThat(voice(session).tuning(stack).apply(4)).isEqualTo(GUIDE.withPull(0.3));
        assertThat(voice(session).tuning(stack).apply(6))
                .isEqualTo(GUIDE.withPull(0.3).withTarget(PitchTarget.OCTAVE));
    }

    @Test
    void phraseKeepsItsTimingWhenItsPitchIsGivenBack() {
        TimeSpan phrase = new TimeSpan(5, 7);
        Voice voice =
                voice(HistoryTest.session())
                        .withPhrase(
                                phrase,
                                new TimingDeparture(
                                        Optional.of(1.0), Optional.empty(), Optional.empty()))
                        .withPhraseTuning(phrase, TuningDeparture.NONE.withPull(Optional.of(0.3)));
        assertThat(voice.phraseTuning(phrase).pull()).contains(0.3);
        Voice back = voice.withPhraseTuning(phrase, TuningDeparture.NONE);
        assertThat(back.phraseTiming(phrase).pull()).contains(1.0);
        assertThat(back.withPhrase(phrase, TimingDeparture.NONE).phrases()).isEmpty();
    }

    @Test
    void octavesAddUpWhereTheyOverlap() {
        Session session = shifted(shifted(HistoryTest.session(), 2, 4, 1), 3, 5, -1);
        assertThat(voice(session).octaves())
                .containsExactly(
                        new OctaveShift(new TimeSpan(2, 3), 1),
                        new OctaveShift(new TimeSpan(3, 4), 0),
                        new OctaveShift(new TimeSpan(4, 5), -1));
        // Put back by hand, it is where the user wants it.
        assertThat(voice(shifted(session, 2, 3, -1)).octaves().getFirst())
                .isEqualTo(new OctaveShift(new TimeSpan(2, 3), 0));
        assertThat(voice(shifted(session, 2, 3, 1)).octaves().getFirst())
                .isEqualTo(new OctaveShift(new TimeSpan(2, 3), 2));
    }

    private static Session noted(Session session, NoteEdit... notes) {
        return new TuningEdit.SetNotes(
                        List.of(new TuningEdit.SetNotes.Of("v", List.of(notes))), "moved", 1)
                .apply(session);
    }

    @Test
    void whatIsSaidOfANoteReplacesWhatItOverlapsAndIsGivenBack() {
        TimeSpan whole = new TimeSpan(2, 4);
        NoteEdit first = NoteEdit.of(new TimeSpan(2, 3)).withAim(100);
        NoteEdit second = NoteEdit.of(new TimeSpan(3, 4)).withVibrato(0);
        Session session = noted(HistoryTest.session(), NoteEdit.of(whole).withWander(0.5));
        assertThat(voice(session).note(whole).wander()).contains(0.5);
        session = noted(session, first, second);
        assertThat(voice(session).notes()).containsExactly(first, second);
        session =
                new TuningEdit.GiveBackNotes(
                                List.of(new TuningEdit.GiveBackNotes.Of("v", first.span())))
                        .apply(session);
        assertThat(voice(session).notes()).containsExactly(second);
        assertThat(voice(session).note(whole)).isEqualTo(NoteEdit.of(whole));
    }

    @Test
    void stepsOfOneDragAreOneStepOfTheHistory() {
        List<TuningEdit.SetNotes.Of> none = List.of();
        TuningEdit drag = new TuningEdit.SetNotes(none, "moved", 1);
        assertThat(drag.continues(new TuningEdit.SetNotes(none, "moved", 1))).isTrue();
        assertThat(drag.continues(new TuningEdit.SetNotes(none, "moved", 2))).isFalse();
        assertThat(drag.continues(new TuningEdit.SetNotes(none, "vibrato", 1))).isFalse();
    }
}
