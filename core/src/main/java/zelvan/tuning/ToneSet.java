package zelvan.tuning;

import java.util.Optional;

/// Some of the twelve pitch classes, in every octave.
///
/// @param classes one bit for each, the lowest is C
public record ToneSet(int classes) {
    public static final int CLASSES = 12;
    private static final int EVERY_BIT = (1 << CLASSES) - 1;

    /// All half tones.
    public static final ToneSet ALL = new ToneSet(EVERY_BIT);

    private static final String[] NAMES = {
        "C", "C♯", "D", "E♭", "E", "F", "F♯", "G", "A♭", "A", "B♭", "B"
    };
    private static final String LETTERS = "C D EF G A B";

    public ToneSet {
        if ((classes & EVERY_BIT) != classes || classes == 0) {
            throw new IllegalArgumentException("at least one of twelve bits, was " + classes);
        }
    }

    /// A tone's name at the beginning of a text.
    ///
    /// @param length how many characters it takes
    record Named(int pitchClass, int length) {
        static Optional<Named> at(String text) {
            int letter =
                    text.isEmpty() ? -1 : LETTERS.indexOf(Character.toUpperCase(text.charAt(0)));
            if (letter < 0 || text.charAt(0) == ' ') {
                return Optional.empty();
            }
            char sign = text.length() > 1 ? text.charAt(1) : ' ';
            int shift = sign == '#' || sign == '♯' ? 1 : sign == 'b' || sign == '♭' ? -1 : 0;
            return Optional.of(
                    new Named(Math.floorMod(letter + shift, CLASSES), shift == 0 ? 1 : 2));
        }
    }

    static String nameOf(int pitchClass) {
        return NAMES[Math.floorMod(pitchClass, CLASSES)];
    }

    ToneSet transposed(int halfTones) {
        int up = Math.floorMod(halfTones, CLASSES);
        return new ToneSet((classes << up | classes >> (CLASSES - up)) & EVERY_BIT);
    }

    /// @param pitchClass 0 is C; any octave of it
    public boolean contains(int pitchClass) {
        return (classes >> Math.floorMod(pitchClass, CLASSES) & 1) == 1;
    }

    /// The nearest of the tones; of two equally near ones the lower.
    ///
    /// @param midiNote with its fraction
    public int nearest(double midiNote) {
        int below = (int) Math.floor(midiNote);
        while (!contains(below)) {
            below--;
        }
        int above = (int) Math.floor(midiNote) + 1;
        while (!contains(above)) {
            above++;
        }
        return midiNote - below <= above - midiNote ? below : above;
    }
}
