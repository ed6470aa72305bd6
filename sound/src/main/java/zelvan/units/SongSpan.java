package zelvan.units;

/// A stretch by the clock of the song: as it sounds, after everything that is done to it.
public record SongSpan(TimeSpan time) implements ClockSpan<SongSpan> {
    /// @throws IllegalArgumentException as [TimeSpan] does
    public SongSpan(double startSeconds, double endSeconds) {
        this(new TimeSpan(startSeconds, endSeconds));
    }

    @Override
    public SongSpan of(TimeSpan other) {
        return new SongSpan(other);
    }
}
