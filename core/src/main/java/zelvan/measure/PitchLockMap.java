package zelvan.measure;

import java.util.List;

/// The lock of one voice's pitch, phrase by phrase of the guide.
///
/// @param cells one for each of the guide's phrases, in order
/// @param before over all of them, as recorded
/// @param after over all of them, as it sounds now
public record PitchLockMap(List<Cell> cells, PitchLock before, PitchLock after) {
    public static final PitchLockMap EMPTY =
            new PitchLockMap(List.of(), PitchLock.NOTHING, PitchLock.NOTHING);

    public PitchLockMap {
        cells = List.copyOf(cells);
    }

    /// One voice in one phrase.
    ///
    /// @param before as recorded
    /// @param after as it sounds now
    /// @param rawLeanCents median offset as recorded, with its sign: positive is sharp
    /// @param leanCents the same as it sounds now
    public record Cell(PitchLock before, PitchLock after, double rawLeanCents, double leanCents) {}
}
