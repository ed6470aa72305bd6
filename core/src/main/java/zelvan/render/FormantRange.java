package zelvan.render;

/// Which harmonics of a voice have their formants moved; the others keep their strength.
///
/// @param fromHarmonic the first, 1 is the fundamental
/// @param toHarmonic the last
/// @param fromHertz lower ones keep theirs, where they sound
/// @param toHertz higher ones as well
public record FormantRange(int fromHarmonic, int toHarmonic, double fromHertz, double toHertz) {
    public static final FormantRange ALL =
            new FormantRange(1, Integer.MAX_VALUE, 0, Double.POSITIVE_INFINITY);

    public FormantRange {
        if (!(fromHarmonic >= 1 && toHarmonic >= fromHarmonic && toHertz >= fromHertz)) {
            throw new IllegalArgumentException(
                    "formants cannot be moved from harmonic " + fromHarmonic + " to " + toHarmonic);
        }
    }

    boolean isAll() {
        return equals(ALL);
    }

    /// @param hertz where the harmonic sounds
    boolean contains(int harmonic, double hertz) {
        return harmonic >= fromHarmonic
                && harmonic <= toHarmonic
                && hertz >= fromHertz
                && hertz <= toHertz;
    }
}
