package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
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

    /// Rates and extents of singers, from memory: E. Prame (1994), 6 Hz on average; C. E. Seashore
    /// (1932), 5 to 7 Hz; E. Prame (1997), up to 123 cents to each side. Wherever it begins.
    @ParameterizedTest
    @CsvSource({
        "5, 123, 0",
        "5.5, 60, 0",
        "6, 123, 0",
        "6, 123, 0.25",
        "6, 123, 0.75",
        "7, 71, 0.5"
    })
    void aVibratoIsOneNoteAtItsMean(double rateHertz, double extentCents, double phase) {
        List<Note> notes =
                find(1.5, t -> 20 + extentCents * Math.sin(2 * Math.PI * (rateHertz * t + phase)));
        assertThat(notes).hasSize(1);
        assertThat(cents(notes.getFirst())).isCloseTo(20, within(0.13 * extentCents));
    }

    /// Eight notes a second, each a whole tone above the one before.
    @Test
    void aFastRunIsAllItsNotes() {
        List<Note> notes = find(1, t -> 200 * Math.floor(t * 8));
        assertThat(notes).hasSize(8);
    }

    @Test
    void aPauseEndsANoteAndShortSoundsAreNone() {
        List<Note> notes =
                find(2, t -> t > 0.5 && t < 0.6 || t > 1.1 && t < 1.15 || t > 1.2 ? Double.NaN : 0);
        assertThat(notes).hasSize(2);
        assertThat(notes.getFirst().span().endSeconds()).isCloseTo(0.5, within(0.011));
    }
}
