package zelvan.render;

import java.util.List;
import zelvan.units.RecordedSpan;

/// Which harmonics have their formants moved, by the moment of the voice as recorded.
///
/// @param elsewhere outside of all stretches
/// @param stretches where it is otherwise
public record FormantRanges(FormantRange elsewhere, List<Stretch> stretches) {
    public static final FormantRanges ALL = new FormantRanges(FormantRange.ALL, List.of());

    /// Where it is otherwise.
    public record Stretch(RecordedSpan span, FormantRange range) {}

    public FormantRanges {
        stretches = List.copyOf(stretches);
    }

    FormantRange at(double seconds) {
        for (Stretch stretch : stretches) {
            if (stretch.span.contains(seconds)) {
                return stretch.range;
            }
        }
        return elsewhere;
    }
}
