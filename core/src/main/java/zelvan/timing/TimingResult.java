package zelvan.timing;

import java.util.Set;
import zelvan.align.Anchor;

/// A time map, and what could not be done.
///
/// @param map when each moment of the voice sounds
/// @param leftOut anchors that were not followed because the voice would have had to run at an
///   extreme rate; these places are doubtful
/// @param placement how late its phrases were as a whole
public record TimingResult(TimeMap map, Set<Anchor> leftOut, Placement placement) {
    public TimingResult {
        leftOut = Set.copyOf(leftOut);
    }

    /// Each phrase being in its place.
    public TimingResult(TimeMap map, Set<Anchor> leftOut) {
        this(map, leftOut, Placement.NONE);
    }
}
