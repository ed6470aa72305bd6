package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.analysis.OctaveShift;
import zelvan.testing.Wanted;
import zelvan.timing.TimingSettings;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

class TuningEditTest {
    private static HandWork hand(Session session) {
        return session.recording("v").orElseThrow().hand();
    }

    private static Session shifted(Session session, double from, double to, int octaves) {
        return new TuningEdit.ShiftOctave(
                        List.of(new TuningEdit.ShiftOctave.Of("v", new RecordedSpan(from, to))),
                        octaves)
                .apply(session);
    }

    @Test
    void phraseDepartsFromVoiceAndVoiceFromStack() {
        Scope voice = new Scope.OfVoice("v");
        Scope phrase = new Scope.OfPhrase("v", new GuideSpan(5, 7));
        Session session = Wanted.pitch(PitchTarget.GUIDE, 80, 5, 100).apply(HistoryTest.session());
        session = new Turn<>(List.of(voice), "", TuningSettings.PULL, 30.0).apply(session);
        session =
                new Turn<>(List.of(phrase), "", TuningSettings.TARGET, PitchTarget.OCTAVE)
                        .apply(session);
        ByPhrase<TuningSettings> tuning =
                session.inForce(session.voice("v").orElseThrow(), TuningSettings::of);
        TuningSettings own = new TuningSettings(PitchTarget.GUIDE, 0.3, 5, 1);
        assertThat(tuning.apply(4)).isEqualTo(own);
        assertThat(tuning.apply(6)).isEqualTo(own.withTarget(PitchTarget.OCTAVE));
    }

    @Test
    void phraseKeepsItsTimingWhenItsPitchIsGivenBack() {
        List<Scope> phrase = List.of(new Scope.OfPhrase("v", new GuideSpan(5, 7)));
        Session session =
                new Turn<>(phrase, "", TimingSettings.PULL, 100.0).apply(HistoryTest.session());
        Session both = new Turn<>(phrase, "", TuningSettings.PULL, 30.0).apply(session);
        assertThat(both).isNotEqualTo(session);
        assertThat(Turn.back(phrase, "", TuningSettings.SETTINGS).apply(both)).isEqualTo(session);
        assertThat(Turn.back(phrase, "", TimingSettings.SETTINGS).apply(session))
                .isEqualTo(HistoryTest.session());
    }

    @Test
    void octavesAddUpWhereTheyOverlap() {
        Session session = shifted(shifted(HistoryTest.session(), 2, 4, 1), 3, 5, -1);
        assertThat(hand(session).octaves())
                .containsExactly(
                        new OctaveShift(new RecordedSpan(2, 3), 1),
                        new OctaveShift(new RecordedSpan(3, 4), 0),
                        new OctaveShift(new RecordedSpan(4, 5), -1));
        // Put back by hand, it is where the user wants it.
        assertThat(hand(shifted(session, 2, 3, -1)).octaves().getFirst())
                .isEqualTo(new OctaveShift(new RecordedSpan(2, 3), 0));
        assertThat(hand(shifted(session, 2, 3, 1)).octaves().getFirst())
                .isEqualTo(new OctaveShift(new RecordedSpan(2, 3), 2));
    }

    private static Session noted(Session session, NoteEdit... notes) {
        return new TuningEdit.SetNotes(
                        List.of(new TuningEdit.SetNotes.Of("v", List.of(notes))), "moved")
                .apply(session);
    }

    @Test
    void whatIsSaidOfANoteReplacesWhatItOverlapsAndIsGivenBack() {
        RecordedSpan whole = new RecordedSpan(2, 4);
        NoteEdit first = NoteEdit.of(new RecordedSpan(2, 3)).withAim(100);
        NoteEdit second = NoteEdit.of(new RecordedSpan(3, 4)).withVibrato(0);
        Session session = noted(HistoryTest.session(), NoteEdit.of(whole).withWander(0.5));
        assertThat(hand(session).note(whole).wander()).contains(0.5);
        session = noted(session, first, second);
        assertThat(hand(session).notes()).containsExactly(first, second);
        session =
                new TuningEdit.GiveBackNotes(
                                List.of(new TuningEdit.GiveBackNotes.Of("v", first.span())))
                        .apply(session);
        assertThat(hand(session).notes()).containsExactly(second);
        assertThat(hand(session).note(whole)).isEqualTo(NoteEdit.of(whole));
    }
}
