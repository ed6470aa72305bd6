package zelvan.singers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// What should be sung: phrases of syllables on notes, in beats.
///
/// @param beatSeconds length of a beat
/// @param phrases in order
public record Song(double beatSeconds, List<Phrase> phrases) {
    public Song {
        phrases = List.copyOf(phrases);
    }

    /// A line between two rests.
    ///
    /// The phrase of that label.
    Phrase phrase(String label) {
        return phrases.stream()
                .filter(p -> p.label().equals(label))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no phrase " + label));
    }

    /// When its last phrase ends.
    double seconds() {
        return (phrases.getLast().startBeat() + phrases.getLast().beats()) * beatSeconds;
    }

    static final int BEATS_IN_BAR = 3;

    /// A bar of the accompaniment: a bass and a triad above it.
    ///
    /// @param bassNote MIDI note, the root
    /// @param minor whether its third is the minor one
    record Bar(int bassNote, boolean minor) {
        int[] chordNotes() {
            return new int[] {bassNote + 12, bassNote + (minor ? 15 : 16), bassNote + 19};
        }
    }

    /// @param label how it is called, unique in the song
    /// @param startBeat where the vowel of its first syllable falls
    /// @param syllables in order
    public record Phrase(String label, double startBeat, List<Syllable> syllables) {
        public Phrase {
            syllables = List.copyOf(syllables);
        }

        double beats() {
            return syllables.stream().mapToDouble(Syllable::beats).sum();
        }

        Phrase with(List<Syllable> others) {
            return new Phrase(label, startBeat, others);
        }
    }

    /// One syllable on one note.
    ///
    /// @param onset consonants before the vowel
    /// @param nucleus the vowel, in two parts where it glides
    /// @param coda consonants after it
    /// @param midiNote its pitch
    /// @param beats from its vowel to the next one's, or to its end
    record Syllable(
            List<Phone> onset,
            List<Phone> nucleus,
            List<Phone> coda,
            double midiNote,
            double beats) {
        Syllable moved(double halfTones) {
            return new Syllable(onset, nucleus, coda, midiNote + halfTones, beats);
        }
    }

    /// Reads a phrase from text: syllables divided by spaces, each `phones:note:beats` with its
    /// phones divided by dots, as in `l.ae.n:67:2`.
    public static Phrase phrase(String label, double startBeat, String text) {
        List<Syllable> syllables = new ArrayList<>();
        for (String part : text.trim().split("\\s+")) {
            String[] fields = part.split(":");
            List<Phone> phones = Arrays.stream(fields[0].split("\\.")).map(Phone::named).toList();
            int first = 0;
            while (phones.get(first).kind() != Phone.Kind.VOWEL) {
                first++;
            }
            int last = first;
            while (last < phones.size() && phones.get(last).kind() == Phone.Kind.VOWEL) {
                last++;
            }
            syllables.add(
                    new Syllable(
                            phones.subList(0, first),
                            phones.subList(first, last),
                            phones.subList(last, phones.size()),
                            Double.parseDouble(fields[1]),
                            Double.parseDouble(fields[2])));
        }
        return new Phrase(label, startBeat, syllables);
    }
}
