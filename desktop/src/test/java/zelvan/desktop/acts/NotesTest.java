package zelvan.desktop.acts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.session.TuningEdit.GiveBackNotes;
import zelvan.tuning.NoteEdit;
import zelvan.units.RecordedSpan;

class NotesTest {
    private static final RecordedSpan NOTE =
            new RecordedSpan(2 + Sung.LEFT_LATE_SECONDS, 3 + Sung.LEFT_LATE_SECONDS);
    private static final RecordedSpan SAME_NOTE =
            new RecordedSpan(2 + Sung.RIGHT_LATE_SECONDS, 3 + Sung.RIGHT_LATE_SECONDS);
    private static final State FOCUSED =
            Sung.of(
                    Sung.session(),
                    Selection.ofVoice("l").toggling("r"),
                    new Focus.OnNote("l", NOTE));

    private static List<NoteEdit> notes(State state, String voiceId) {
        return state.hand(state.voice(voiceId).orElseThrow()).notes();
    }

    @Test
    void theSameNoteOfAllSelectedVoicesIsMoved() {
        State after = Sung.after(FOCUSED, new Notes(FOCUSED).nudge(5));
        assertThat(notes(after, "l")).extracting(NoteEdit::span).containsExactly(NOTE);
        assertThat(notes(after, "r")).extracting(NoteEdit::span).containsExactly(SAME_NOTE);
        assertThat(notes(after, "r").getFirst().aimCents().orElseThrow())
                .isCloseTo(5, within(1e-9));
        assertThat(new Notes(after).departs()).isTrue();
        State back = Sung.after(after, new Notes(after).giveBack());
        assertThat(back.session()).isEqualTo(FOCUSED.session());
    }

    @Test
    void nudgesAddUpBeforeAnythingIsDerived() {
        State now = FOCUSED;
        for (int i = 0; i < 4; i++) {
            now = Sung.after(now, new Notes(now).nudge(5));
        }
        assertThat(notes(now, "l").getFirst().aimCents().orElseThrow()).isCloseTo(20, within(1e-9));
    }

    /// A5 lies 30 cents above what is sung 30 cents below it; all twelve tones count without a key.
    @Test
    void aNoteIsDrawnToTheNearestTone() {
        Notes notes = new Notes(FOCUSED);
        assertThat(notes.toNearestTone(1170)).isCloseTo(30, within(1e-6));
        assertThat(notes.toNearestTone(-40)).isCloseTo(40, within(1e-6));
    }

    @Test
    void aNoteIsDividedAndJoined() {
        Act split = new Notes(FOCUSED).split();
        State divided = Sung.after(FOCUSED, split);
        RecordedSpan second = new RecordedSpan(NOTE.middleSeconds(), NOTE.endSeconds());
        assertThat(notes(divided, "l"))
                .extracting(NoteEdit::span)
                .containsExactly(
                        new RecordedSpan(NOTE.startSeconds(), NOTE.middleSeconds()), second);
        assertThat(split.focus()).hasValue(new Focus.OnNote("l", second));

        State joined = Sung.after(FOCUSED, new Notes(FOCUSED).join());
        assertThat(notes(joined, "l"))
                .extracting(NoteEdit::span)
                .containsExactly(new RecordedSpan(NOTE.startSeconds(), NOTE.endSeconds() + 1));
        Act outside = new Notes(FOCUSED).split("l", NOTE, NOTE.endSeconds() + 1);
        assertThat(outside).isEqualTo(Act.NOTHING);
    }

    @Test
    void withoutANoteTheEditorIsToldWhatToDo() {
        State now = Sung.now();
        assertThat(new Notes(now).nudge(5).words().orElseThrow()).contains("click a note");
        assertThat(new Notes(now).join().edit()).isEmpty();
        assertThat(new Octaves(now).heardIn(1).words().orElseThrow()).contains("octave");
    }

    /// A phrase of the guide is looked for where each recording sings it.
    @Test
    void whatDepartsByHandIsFoundByPhrase() {
        State after = Sung.after(FOCUSED, new Notes(FOCUSED).nudge(5));
        Notes notes = new Notes(after);
        assertThat(notes.byHand(after.selected(), List.of(Sung.PHRASE)))
                .containsExactlyInAnyOrder(
                        new GiveBackNotes.Of("l", NOTE), new GiveBackNotes.Of("r", SAME_NOTE));
        assertThat(
                        notes.byHand(
                                after.selected(),
                                List.of(Sung.PHRASE.shiftedBy(Sung.LEFT_LATE_SECONDS))))
                .isEmpty();
    }
}
