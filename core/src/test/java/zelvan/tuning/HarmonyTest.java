package zelvan.tuning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.analysis.Note;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

class HarmonyTest {
    /// The tones of keys and chords, by their numbers in the octave; common practice.
    @ParameterizedTest
    @CsvSource({
        "C major, 0 2 4 5 7 9 11",
        "D minor, 0 1 2 4 5 7 9 10",
        "F♯ minor, 1 2 4 5 6 8 9 11",
        "Bb, 0 2 3 5 7 9 10",
        "am, 0 2 4 5 7 8 9 11"
    })
    void keysHaveTheirTones(String name, String classes) {
        assertThat(classes(Key.parse(name).orElseThrow().tones())).isEqualTo(classes);
    }

    @ParameterizedTest
    @CsvSource({
        "C, 0 4 7",
        "F♯m, 1 6 9",
        "Bb7, 2 5 8 10",
        "Gsus4, 0 2 7",
        "Am7/G, 0 4 7 9",
        "Dm7b5, 0 2 5 8",
        "E♭maj7, 2 3 7 10"
    })
    void chordsHaveTheirTones(String sign, String classes) {
        Chord chord = Chord.parse(sign).orElseThrow();
        assertThat(classes(chord.tones())).isEqualTo(classes);
        assertThat(chord.name()).isEqualTo(sign);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "H", "Cx", "C/", "7", "m"})
    void whatIsNoChordIsNone(String sign) {
        assertThat(Chord.parse(sign)).isEmpty();
    }

    @Test
    void namesComeBack() {
        for (Key.Mode mode : Key.Mode.values()) {
            for (int tonic = 0; tonic < 12; tonic++) {
                Key key = new Key(tonic, mode);
                assertThat(Key.parse(key.name())).contains(key);
            }
        }
        assertThat(Key.parse("C dorian")).isEmpty();
    }

    private static String classes(ToneSet tones) {
        StringBuilder text = new StringBuilder();
        for (int c = 0; c < 12; c++) {
            if (tones.contains(c)) {
                text.append(text.isEmpty() ? "" : " ").append(c);
            }
        }
        return text.toString();
    }

    @ParameterizedTest
    @CsvSource({"60.4, 60", "61.1, 62", "61.0, 60", "70.6, 71", "59.4, 59", "66.9, 67", "65.4, 65"})
    void nearestToneOfCMajor(double midi, int tone) {
        assertThat(new Key(0, Key.Mode.MAJOR).tones().nearest(midi)).isEqualTo(tone);
    }

    @Test
    void chordHoldsUntilTheNext() {
        Chord c = Chord.parse("C").orElseThrow();
        Chord f = Chord.parse("F").orElseThrow();
        Harmony harmony =
                new Harmony(
                        Optional.of(new Key(0, Key.Mode.MAJOR)),
                        List.of(new Harmony.Change(2, c), new Harmony.Change(4, f)));
        assertThat(harmony.chordAt(1.9)).isEmpty();
        assertThat(harmony.chordAt(2)).contains(c);
        assertThat(harmony.chordAt(3.99)).contains(c);
        assertThat(harmony.tonesAt(PitchTarget.CHORD, 9)).contains(f.tones());
        assertThat(harmony.tonesAt(PitchTarget.CHORD, 1)).isEmpty();
        assertThat(harmony.tonesAt(PitchTarget.KEY, 1)).isPresent();
    }

    @Test
    void chordsAreWrittenMovedAndTakenAway() {
        Harmony.Change c = new Harmony.Change(4, Chord.parse("C").orElseThrow());
        Harmony.Change g = new Harmony.Change(2, Chord.parse("G7").orElseThrow());
        Harmony.Change am = new Harmony.Change(4.01, Chord.parse("Am").orElseThrow());
        Harmony harmony = Harmony.UNKNOWN.with(c).with(g);
        assertThat(harmony.chords()).containsExactly(g, c);
        assertThat(harmony.with(am).chords()).containsExactly(g, am);
        assertThat(harmony.without(2).chords()).containsExactly(c);
        assertThat(harmony.changeBefore(3.9)).contains(g);
        assertThat(harmony.in(t -> 10 * t).chordAt(39)).contains(g.chord());
    }

    /// How near keys are to each other by their profiles: the correlations that C. L. Krumhansl &
    /// E. J. Kessler (1982) print for C major (from memory): with itself 1, with G and F major
    /// 0.591, with A minor 0.651, with C minor 0.511, with F♯ major −0.683.
    @ParameterizedTest
    @CsvSource({
        "0, MAJOR, 1",
        "7, MAJOR, 0.591",
        "5, MAJOR, 0.591",
        "9, MINOR, 0.651",
        "0, MINOR, 0.511",
        "6, MAJOR, -0.683"
    })
    void profilesAreThePublishedOnes(int tonic, Key.Mode mode, double correlation) {
        assertThat(KeyFinder.nearness(new Key(0, Key.Mode.MAJOR), new Key(tonic, mode)))
                .isCloseTo(correlation, within(0.0015));
    }

    @Test
    void scaleSungWithItsTonicLongIsItsKey() {
        for (int tonic = 0; tonic < 12; tonic++) {
            assertThat(key(sung(tonic, 0, 2, 4, 5, 7, 9, 11, 12, 7, 4, 0)))
                    .contains(new Key(tonic, Key.Mode.MAJOR));
            assertThat(key(sung(tonic, 0, 2, 3, 5, 7, 8, 10, 12, 7, 3, 0)))
                    .contains(new Key(tonic, Key.Mode.MINOR));
        }
        assertThat(key(List.of())).isEmpty();
    }

    private static Optional<Key> key(List<Note> notes) {
        return KeyFinder.find(List.of(KeyFinder.secondsOf(notes)));
    }

    /// C D E G A belong to C major and to G major; an accompaniment with F decides, one with F♯
    /// too, and a bed that could not be read says nothing.
    @Test
    void accompanimentDecidesWhereTheMelodyDoesNot() {
        double[] melody = KeyFinder.secondsOf(sung(0, 0, 2, 4, 7, 9));
        double[] withF = new double[12];
        double[] withFSharp = new double[12];
        for (int c : new int[] {0, 4, 7, 5, 9, 0, 7, 11, 2, 0, 4, 7}) {
            withF[c] += 100;
        }
        for (int c : new int[] {7, 11, 2, 0, 4, 7, 2, 6, 9, 7, 11, 2}) {
            withFSharp[c] += 0.01;
        }
        assertThat(KeyFinder.find(List.of(melody, withF))).contains(new Key(0, Key.Mode.MAJOR));
        assertThat(KeyFinder.find(List.of(melody, withFSharp)))
                .contains(new Key(7, Key.Mode.MAJOR));
        assertThat(KeyFinder.find(List.of(melody, new double[0])))
                .isEqualTo(KeyFinder.find(List.of(melody)));
    }

    private static List<Note> sung(int tonic, int... steps) {
        List<Note> notes = new java.util.ArrayList<>();
        double at = 0;
        for (int step : steps) {
            double seconds = step % 12 == 0 ? 1 : 0.5;
            notes.add(
                    new Note(
                            new RecordedSpan(at, at + seconds),
                            Pitch.hertzOfMidiNote(60.0 + tonic + step + 0.1)));
            at += seconds;
        }
        return notes;
    }
}
