package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.testing.Tracks;
import zelvan.units.Pitch;

/// The voice is a line of cents above A4 that is known exactly.
class NoteFinderTest {
    private static List<Note> find(double seconds, DoubleUnaryOperator cents) {
        return NoteFinder.find(Tracks.pitch(seconds, cents));
    }

    private static double cents(Note note) {
        return Pitch.centsBetween(Pitch.A4_HERTZ, note.hertz());
    }

    /// However long the first note was held, and however softly the voice glides.
    @ParameterizedTest
    @ValueSource(doubles = {0.3, 0.7, 1.5})
    void aStepOfAHalfToneIsTwoNotes(double heldSeconds) {
        List<Note> notes =
                find(heldSeconds + 1, t -> 100 * Math.clamp((t - heldSeconds) / 0.09, 0, 1));
        assertThat(notes).hasSize(2);
        assertThat(cents(notes.get(0))).isCloseTo(0, within(5.0));
        assertThat(cents(notes.get(1))).isCloseTo(100, within(5.0));
        assertThat(notes.get(1).span().startSeconds()).isCloseTo(heldSeconds + 0.06, within(0.05));
    }

    @Test
    void aNoteThatSinksIsOne() {
        assertThat(find(2, t -> -30 * t)).hasSize(1);
    }

    @Test
    void aVibratoIsOneNoteAtItsMean() {
        List<Note> notes = find(1.5, t -> 20 + 60 * Math.sin(2 * Math.PI * 5.5 * t));
        assertThat(notes).hasSize(1);
        assertThat(cents(notes.getFirst())).isCloseTo(20, within(8.0));
    }

    @Test
    void aPauseEndsANoteAndShortSoundsAreNone() {
        List<Note> notes =
                find(2, t -> t > 0.5 && t < 0.6 || t > 1.1 && t < 1.15 || t > 1.2 ? Double.NaN : 0);
        assertThat(notes).hasSize(2);
        assertThat(notes.getFirst().span().endSeconds()).isCloseTo(0.5, within(0.011));
    }
}
