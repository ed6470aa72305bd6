package zelvan.measure;

import java.util.List;
import zelvan.units.GuideSpan;

/// The lock of one voice, phrase by phrase of the guide.
///
/// @param cells one for each of the guide's phrases, in order
/// @param before over all of them, as recorded
/// @param after over all of them, as it sounds now
/// @param doubts places that the program does not trust, in order
public record LockMap(List<Cell> cells, Lock before, Lock after, List<Doubt> doubts) {
    public static final LockMap EMPTY =
            new LockMap(List.of(), Lock.NOTHING, Lock.NOTHING, List.of());

    /// A take of which this share of what it sings is hopeless is hopeless as a whole.
    private static final double HOPELESS_SHARE = 0.5;

    public LockMap {
        cells = List.copyOf(cells);
        doubts = List.copyOf(doubts);
    }

    /// Whether the take as a whole is better sung again.
    public boolean isHopeless() {
        List<Cell> sung = cells.stream().filter(c -> c.state() != State.SILENT).toList();
        long lost =
                sung.stream()
                        .filter(c ->
                                c.state() == State.SING_AGAIN || c.state() == State.OTHER_WORDS)
                        .count();
        return lost > 0 && lost >= HOPELESS_SHARE * sung.size();
    }

    /// What is to be said about a voice in one phrase besides its figures.
    public enum State {
        /// It sings, and it was matched.
        MATCHED,
        /// It does not sing here.
        SILENT,
        /// The match is not trusted.
        DOUBTFUL,
        /// It sings something that the guide does not have there.
        OTHER_WORDS,
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
            GuideSpan phrase,
            State state,
            Lock before,
            Lock after,
            double leanSeconds,
            double rawLeanSeconds) {
        /// Whether what it sings can be put beside what the guide sings.
        boolean isCompared() {
            return switch (state) {
                case MATCHED, DOUBTFUL, PROTECTED -> true;
                case SILENT, OTHER_WORDS, SING_AGAIN -> false;
            };
        }
    }
}
