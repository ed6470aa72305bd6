package zelvan.tuning;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChordFinderTest {
    private static final ChordFinder.Slot NOTHING =
            new ChordFinder.Slot(new double[12], OptionalInt.empty());

    /// @param midiNotes the lowest first, divided by spaces; empty for nothing
    private static ChordFinder.Slot slot(String midiNotes) {
        if (midiNotes.isEmpty()) {
            return NOTHING;
        }
        double[] weights = new double[12];
        String[] notes = midiNotes.split(" ");
        for (String note : notes) {
            weights[Integer.parseInt(note) % 12] = 1;
        }
        return new ChordFinder.Slot(weights, OptionalInt.of(Integer.parseInt(notes[0]) % 12));
    }

    private static String found(String... slots) {
        List<ChordFinder.Slot> all = new ArrayList<>();
        for (String slot : slots) {
            all.add(slot(slot));
        }
        return ChordFinder.find(all).stream()
                .map(c -> c.map(Chord::name).orElse("–"))
                .collect(Collectors.joining(" "));
    }

    /// Spellings of chords by numbers of MIDI notes, 60 is the middle C; common practice.
    @ParameterizedTest
    @CsvSource({
        "48 60 64 67, C",
        "45 60 64 69, Am",
        "43 59 62 65, G7",
        "50 60 65 69, Dm7",
        "53 60 64 69, Fmaj7",
        "43 60 62 67, Gsus4",
        "59 62 65, Bdim",
        "40 59 64, E5",
        "52 60 67, C",
        "45 60 64 67, Am7"
    })
    void chordsThatArePlayedAtOnceHaveTheirNames(String notes, String name) {
        assertThat(found(notes, notes, notes)).isEqualTo(name + " " + name + " " + name);
    }

    @Test
    void brokenChordIsOneChord() {
        assertThat(found("48", "64", "67", "64", "48 64 67", "64")).isEqualTo("C C C C C C");
    }

    /// A bass on the first beat of a waltz, the chord on the others.
    @Test
    void everyBarOfAWaltzHasItsChord() {
        assertThat(found("43", "62 67 71", "62 67 71", "36", "60 64 67", "60 64 67"))
                .isEqualTo("G G G C C C");
    }

    @Test
    void passingNoteIsNoChordOfItsOwn() {
        assertThat(found("48 64 67", "48 64 67", "48 62 67", "48 64 67", "48 64 67"))
                .isEqualTo("C C C C C");
    }

    @Test
    void chordGoesOnWhereNothingIsPlayedAndDoesNotBeginBefore() {
        assertThat(found("", "", "57 60 64", "", "57 60 64", "")).isEqualTo("– – Am Am Am Am");
        assertThat(ChordFinder.find(List.of())).isEmpty();
        assertThat(ChordFinder.find(List.of(NOTHING))).containsExactly(Optional.empty());
    }
}
