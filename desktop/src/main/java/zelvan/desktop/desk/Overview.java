package zelvan.desktop.desk;

/// What of the song the lock map shows, and how its columns are laid.
///
/// @param columns what their width says
/// @param from left edge, as a share of the whole song as it is laid, 0 to 1
/// @param to right edge; greater
public record Overview(Columns columns, double from, double to) {
    /// What the width of a column says.
    public enum Columns {
        /// How long the phrase is.
        TIME,
        /// Nothing: all are equally wide, so that a short phrase can be seen and hit as well.
        EQUAL
    }

    public static final Overview WHOLE = new Overview(Columns.TIME, 0, 1);

    /// Closer is of no use: a phrase fills the map long before.
    private static final double LEAST = 0.002;

    public Overview {
        if (!(from >= 0 && from < to && to <= 1)) {
            throw new IllegalArgumentException("0 <= from < to <= 1, was " + from + ", " + to);
        }
    }

    public boolean isWhole() {
        return to - from >= 1;
    }

    /// All of the song, its columns laid the same.
    public Overview whole() {
        return new Overview(columns, 0, 1);
    }

    /// All of the song, its columns laid the other way.
    public Overview otherwise() {
        return new Overview(columns == Columns.TIME ? Columns.EQUAL : Columns.TIME, 0, 1);
    }

    /// Closer or further, one place staying where it is.
    ///
    /// @param factor below 1 shows less
    /// @param pivot share of the song
    public Overview zoomed(double factor, double pivot) {
        double size = Math.clamp((to - from) * factor, LEAST, 1);
        return at(pivot - (pivot - from) / (to - from) * size, size);
    }

    /// Further along the song, as far as it goes.
    ///
    /// @param share of the song; negative towards its beginning
    public Overview moved(double share) {
        return at(from + share, to - from);
    }

    private Overview at(double start, double size) {
        double left = Math.clamp(start, 0, 1 - size);
        return new Overview(columns, left, Math.min(1, left + size));
    }
}
