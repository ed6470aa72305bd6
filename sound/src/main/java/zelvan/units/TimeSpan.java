package zelvan.units;

import java.util.ArrayList;
import java.util.List;

/// A stretch of time from `startSeconds` up to, not including, `endSeconds`.
///
/// @param startSeconds where it begins; finite
/// @param endSeconds where it ends; finite, not before its start
public record TimeSpan(double startSeconds, double endSeconds) {
    public TimeSpan {
        Moments.check("startSeconds", startSeconds);
        Moments.check("endSeconds", endSeconds);
        if (!(endSeconds >= startSeconds)) {
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

    /// What of this stretch lies outside another: nothing, one piece or two.
    public List<TimeSpan> without(TimeSpan other) {
        if (!overlaps(other)) {
            return List.of(this);
        }
        List<TimeSpan> left = new ArrayList<>();
        if (startSeconds < other.startSeconds) {
            left.add(new TimeSpan(startSeconds, other.startSeconds));
        }
        if (endSeconds > other.endSeconds) {
            left.add(new TimeSpan(other.endSeconds, endSeconds));
        }
        return left;
    }

    /// What two stretches that overlap have in common.
    public TimeSpan shared(TimeSpan other) {
        return new TimeSpan(
                Math.max(startSeconds, other.startSeconds), Math.min(endSeconds, other.endSeconds));
    }

    /// The same stretch, that much later.
    public TimeSpan shiftedBy(double seconds) {
        return new TimeSpan(startSeconds + seconds, endSeconds + seconds);
    }

    /// The same stretch with `seconds` more on both sides.
    public TimeSpan widenedBy(double seconds) {
        return new TimeSpan(startSeconds - seconds, endSeconds + seconds);
    }
}
