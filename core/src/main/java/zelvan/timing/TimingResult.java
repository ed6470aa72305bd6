package zelvan.timing;

import java.util.List;
import zelvan.align.Anchor;

/// A time map, and what could not be done.
///
/// @param map when each moment of the voice sounds
/// @param leftOut anchors that were not followed because the voice would have had to run at an
///   extreme rate; these places are doubtful
public record TimingResult(TimeMap map, List<Anchor> leftOut) {
    public TimingResult {
        leftOut = List.copyOf(leftOut);
    }
}
