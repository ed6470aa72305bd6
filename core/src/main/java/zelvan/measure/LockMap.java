package zelvan.measure;

import java.util.List;
import zelvan.units.TimeSpan;

/// The lock of one voice, phrase by phrase of the guide.
///
/// @param cells one for each of the guide's phrases, in order
/// @param before over all of them, as recorded
/// @param after over all of them, as it sounds now
public record LockMap(List<Cell> cells, Lock before, Lock after) {
    public static final LockMap EMPTY = new LockMap(List.of(), Lock.NOTHING, Lock.NOTHING);

    public LockMap {
        cells = List.copyOf(cells);
    }

    /// What is to be said about a voice in one phrase besides its figures.
    public enum State {
        /// It sings, and it was matched.
        MATCHED,
        /// It does not sing here.
        SILENT,
        /// It sings something that could not be matched, or the match is not trusted.
        DOUBTFUL,
        /// So much is off that singing it again is quicker.
        SING_AGAIN,
        /// The user keeps it as it is.
        PROTECTED
    }

    /// One voice in one phrase.
    ///
    /// @param phrase of the guide
    /// @param state what is special
    /// @param before as recorded
    /// @param after as it sounds now
    /// @param leanSeconds median of what is left, with its sign: positive is late
    /// @param rawLeanSeconds the same before
    public record Cell(
            TimeSpan phrase,
            State state,
            Lock before,
            Lock after,
            double leanSeconds,
            double rawLeanSeconds) {}
}
