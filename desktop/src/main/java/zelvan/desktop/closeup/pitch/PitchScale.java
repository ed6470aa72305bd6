package zelvan.desktop.closeup.pitch;

import java.util.Arrays;
import zelvan.desktop.desk.PitchRange;
import zelvan.units.Pitch;

/// Where pitches stand in the lens.
///
/// @param lowCents at the lower edge, cents above A4
/// @param highCents at the upper edge; higher
/// @param top pixels
/// @param height pixels
record PitchScale(double lowCents, double highCents, double top, double height) {
    private static final double MARGIN_CENTS = 150;
    private static final double LEAST_CENTS = 700;

    /// One that shows what is there.
    ///
    /// @param cents what is to be shown whole, in any order; may be empty
    static PitchScale around(double[] cents, double top, double height) {
        double low =
                cents.length == 0 ? -900 : Arrays.stream(cents).min().orElseThrow() - MARGIN_CENTS;
        double high =
                cents.length == 0 ? 300 : Arrays.stream(cents).max().orElseThrow() + MARGIN_CENTS;
        double missing = Math.max(0, LEAST_CENTS - (high - low));
        return new PitchScale(low - missing / 2, high + missing / 2, top, Math.max(1, height));
    }

    /// One that shows just that.
    static PitchScale of(PitchRange range, double top, double height) {
        return new PitchScale(range.lowCents(), range.highCents(), top, Math.max(1, height));
    }

    PitchRange range() {
        return new PitchRange(lowCents, highCents);
    }

    double y(double cents) {
        return top + (highCents - cents) / (highCents - lowCents) * height;
    }

    double centsAt(double y) {
        return highCents - (y - top) / height * (highCents - lowCents);
    }

    /// Pixels from one half tone to the next.
    double halfTone() {
        return 100 / (highCents - lowCents) * height;
    }

    /// The half tones in sight, as MIDI notes, from low to high.
    int[] notes() {
        int low = (int) Math.ceil(midi(lowCents));
        int high = (int) Math.floor(midi(highCents));
        int[] notes = new int[Math.max(0, high - low + 1)];
        Arrays.setAll(notes, i -> low + i);
        return notes;
    }

    private static double midi(double cents) {
        return Pitch.midiNoteOf(Pitch.A4_HERTZ * Pitch.ratio(cents));
    }

    static double centsOf(int midiNote) {
        return Pitch.centsBetween(Pitch.A4_HERTZ, Pitch.hertzOfMidiNote(midiNote));
    }
}
