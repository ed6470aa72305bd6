package zelvan.units;

/// A stretch by the clock of the guide as it was recorded, which all voices of a song share.
public record GuideSpan(TimeSpan time) implements ClockSpan<GuideSpan> {
    /// @throws IllegalArgumentException as [TimeSpan] does
    public GuideSpan(double startSeconds, double endSeconds) {
        this(new TimeSpan(startSeconds, endSeconds));
    }

    @Override
    public GuideSpan of(TimeSpan other) {
        return new GuideSpan(other);
    }
}
