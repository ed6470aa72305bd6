package zelvan.singers;

/// A voice: what stays the same from take to take.
///
/// @param name who it is
/// @param tractScale formants relative to an adult man's: about 1.17 for a woman, 1.35 for a child
/// @param breathiness noise of air in the voice, 0 (none) to 1 (a whisper with some voice)
/// @param tilt how dull the voice is, 0 (bright) to 1 (flute-like)
/// @param jitter spread of single periods around their mean, as a share (0.003 is a healthy voice)
/// @param creak how much every other pulse is weaker, and later, than the others, 0 to 1: a voice
///   that falls into two periods
/// @param vibratoHertz rate of the vibrato
/// @param vibratoCents its extent to each side on a long note
/// @param consonantPace how long consonants are drawn out, 1 is usual
public record Singer(
        String name,
        double tractScale,
        double breathiness,
        double tilt,
        double jitter,
        double creak,
        double vibratoHertz,
        double vibratoCents,
        double consonantPace) {
    public static final Singer MARA = new Singer("Mara", 1.16, 0.08, 0.35, 0.003, 5.6, 28, 1.0);
    public static final Singer ODO = new Singer("Odo", 0.97, 0.06, 0.3, 0.004, 5.1, 35, 1.12);
    public static final Singer WREN = new Singer("Wren", 1.24, 0.16, 0.5, 0.003, 6.1, 22, 0.9);

    /// A voice without creak.
    public Singer(
            String name,
            double tractScale,
            double breathiness,
            double tilt,
            double jitter,
            double vibratoHertz,
            double vibratoCents,
            double consonantPace) {
        this(
                name,
                tractScale,
                breathiness,
                tilt,
                jitter,
                0,
                vibratoHertz,
                vibratoCents,
                consonantPace);
    }
}
