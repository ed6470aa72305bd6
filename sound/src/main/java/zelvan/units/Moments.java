package zelvan.units;

/// Whether a number can be a moment of a song, or of a recording of it.
public final class Moments {
    /// Nothing that is worked on is longer than this by far; what lies beyond is no moment.
    public static final double FURTHEST_SECONDS = 100_000;

    private Moments() {}

    /// @param name of what is checked, for the message
    /// @throws IllegalArgumentException if it is not a number, or lies beyond all songs
    public static void check(String name, double seconds) {
        if (!(Math.abs(seconds) <= FURTHEST_SECONDS)) {
            throw new IllegalArgumentException(
                    name + " must lie within 100000 s of the beginning, was " + seconds);
        }
    }
}
