package zelvan.session;

import java.util.concurrent.atomic.AtomicLong;

/// What a user does in one go, as a drag: however many edits it takes, it is one step of the
/// history.
///
/// @param number unique in one run of the program
public record Gesture(long number) {
    private static final AtomicLong LAST = new AtomicLong();

    /// One that begins now.
    public static Gesture begin() {
        return new Gesture(LAST.incrementAndGet());
    }
}
