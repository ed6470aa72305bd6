package zelvan.session;

/// What was sung into a file, and what was said of it by hand.
///
/// @param id unique in the session, never shown
/// @param audio the file
/// @param hand in the recording's own time, so that it stays with what was sung wherever that goes
public record Recording(String id, AudioReference audio, HandWork hand) {
    /// A recording of which nothing is said yet.
    public static Recording of(String id, AudioReference audio) {
        return new Recording(id, audio, HandWork.NONE);
    }

    Recording withId(String value) {
        return new Recording(value, audio, hand);
    }

    public Recording withAudio(AudioReference value) {
        return new Recording(id, value, hand);
    }

    public Recording withHand(HandWork value) {
        return new Recording(id, audio, value);
    }
}
