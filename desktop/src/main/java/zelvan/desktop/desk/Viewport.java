package zelvan.desktop.desk;

import zelvan.units.SongSpan;

/// The stretch of song that the close-up shows.
///
/// @param startSeconds at its left edge
/// @param endSeconds at its right edge; later
public record Viewport(double startSeconds, double endSeconds) {
    private static final double SHORTEST_SECONDS = 0.15;

    public static final Viewport START = new Viewport(0, 8);

    public Viewport {
        if (!(endSeconds > startSeconds)) {
            throw new IllegalArgumentException("a viewport must have a width");
        }
    }

    /// The same as a stretch.
    public SongSpan span() {
        return new SongSpan(startSeconds, endSeconds);
    }

    public double seconds() {
        return endSeconds - startSeconds;
    }

    public double x(double seconds, double width) {
        return (seconds - startSeconds) / seconds() * width;
    }

    public double secondsAt(double x, double width) {
        return startSeconds + x / width * seconds();
    }

    /// Closer or further, the moment `pivotSeconds` staying where it is.
    ///
    /// @param factor below 1 shows less
    public Viewport zoomed(double factor, double pivotSeconds, double songSeconds) {
        double seconds =
                Math.clamp(
                        seconds() * factor,
                        SHORTEST_SECONDS,
                        Math.max(SHORTEST_SECONDS, songSeconds));
        double share = (pivotSeconds - startSeconds) / seconds();
        return within(pivotSeconds - share * seconds, seconds, songSeconds);
    }

    public Viewport moved(double seconds, double songSeconds) {
        return within(startSeconds + seconds, seconds(), songSeconds);
    }

    private static Viewport within(double start, double seconds, double songSeconds) {
        double from = Math.clamp(start, 0, Math.max(0, songSeconds - seconds));
        return new Viewport(from, from + seconds);
    }
}
