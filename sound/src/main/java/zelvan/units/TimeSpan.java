package zelvan.units;

/// A stretch of time from `startSeconds` up to, not including, `endSeconds`.
///
/// @param startSeconds where it begins; finite
/// @param endSeconds where it ends; not before its start
public record TimeSpan(double startSeconds, double endSeconds) {
    public TimeSpan {
        if (!Double.isFinite(startSeconds) || !(endSeconds >= startSeconds)) {
            throw new IllegalArgumentException(
                    "a span must not end before it starts, was "
                            + startSeconds
                            + " to "
                            + endSeconds);
        }
    }

    /// Its length, 0 or more.
    public double seconds() {
        return endSeconds - startSeconds;
    }

    public double middleSeconds() {
        return 0.5 * (startSeconds + endSeconds);
    }

    public boolean contains(double seconds) {
        return seconds >= startSeconds && seconds < endSeconds;
    }

    /// Whether the two share more than a border.
    public boolean overlaps(TimeSpan other) {
        return startSeconds < other.endSeconds && other.startSeconds < endSeconds;
    }

    /// How much time the two share, 0 or more.
    public double sharedSeconds(TimeSpan other) {
        return Math.max(
                0,
                Math.min(endSeconds, other.endSeconds)
                        - Math.max(startSeconds, other.startSeconds));
    }

    /// The same stretch with `seconds` more on both sides.
    public TimeSpan widenedBy(double seconds) {
        return new TimeSpan(startSeconds - seconds, endSeconds + seconds);
    }
}
