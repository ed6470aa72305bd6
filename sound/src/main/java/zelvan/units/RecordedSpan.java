package zelvan.units;

/// A stretch by the clock of a recording: from its first sample on, as it was sung.
public record RecordedSpan(TimeSpan time) implements ClockSpan<RecordedSpan> {
    /// @throws IllegalArgumentException as [TimeSpan] does
    public RecordedSpan(double startSeconds, double endSeconds) {
        this(new TimeSpan(startSeconds, endSeconds));
    }

    @Override
    public RecordedSpan of(TimeSpan other) {
        return new RecordedSpan(other);
    }

    /// The same stretch, where the recording is the guide's.
    public GuideSpan asGuide() {
        return new GuideSpan(time);
    }
}
