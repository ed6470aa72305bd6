package zelvan.units;

/// Hertz, cents and MIDI notes.
///
/// **Source:** equal temperament with A4 = 440 Hz (ISO 16:1975); note 69 is A4 (MIDI 1.0
/// specification).
public final class Pitch {
    public static final double A4_HERTZ = 440;
    public static final double CENTS_PER_OCTAVE = 1200;
    private static final double A4_MIDI_NOTE = 69;
    private static final double CENTS_PER_NOTE = 100;
    private static final String[] NAMES = {
        "C", "C♯", "D", "D♯", "E", "F", "F♯", "G", "G♯", "A", "A♯", "B"
    };

    private Pitch() {}

    /// How far `hertz` lies above `referenceHertz`: positive is sharp.
    public static double centsBetween(double referenceHertz, double hertz) {
        return CENTS_PER_OCTAVE * Math.log(hertz / referenceHertz) / Math.log(2);
    }

    /// The frequency ratio of an interval: 1200 cents give 2.
    public static double ratio(double cents) {
        return Math.pow(2, cents / CENTS_PER_OCTAVE);
    }

    /// The frequency of a MIDI note, fractions allowed.
    public static double hertzOfMidiNote(double note) {
        return A4_HERTZ * ratio((note - A4_MIDI_NOTE) * CENTS_PER_NOTE);
    }

    /// The MIDI note of a frequency, with its fraction.
    public static double midiNoteOf(double hertz) {
        return A4_MIDI_NOTE + centsBetween(A4_HERTZ, hertz) / CENTS_PER_NOTE;
    }

    /// The nearest note's name with its octave, where middle C (note 60) is C4.
    public static String nameOf(double hertz) {
        int note = (int) Math.round(midiNoteOf(hertz));
        return NAMES[Math.floorMod(note, NAMES.length)] + (Math.floorDiv(note, NAMES.length) - 1);
    }
}
