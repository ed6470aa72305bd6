package zelvan.session;

/// What is heard of the whole.
///
/// @param blend −1 the lead alone, 0 both, 1 the voices alone
/// @param bed whether the bed is heard
public record Mix(double blend, boolean bed) {
    public static final Mix ALL = new Mix(0, true);

    public Mix {
        if (!(blend >= -1 && blend <= 1)) {
            throw new IllegalArgumentException("blend must be -1 to 1, was " + blend);
        }
    }
}
