package zelvan.level;

import java.util.List;
import zelvan.units.RecordedSpan;

/// A stretch that was turned up or down by hand: a phrase, a note, or any other; or silence.
///
/// @param span of the voice, its fades within it
/// @param decibels by how much; at [LevelSettings#OUT_DECIBELS] nothing is heard
/// @param fadeSeconds how long it takes to get there and back, at most
public record LevelEdit(RecordedSpan span, double decibels, double fadeSeconds) {
    private static final double MOST_DECIBELS = 24;
    private static final double MOST_FADE_SECONDS = 10;

    public LevelEdit {
        check(decibels);
        if (!(fadeSeconds >= 0 && fadeSeconds <= MOST_FADE_SECONDS)) {
            throw new IllegalArgumentException("fadeSeconds must be 0 to 10, was " + fadeSeconds);
        }
    }

    static void check(double decibels) {
        if (!(decibels >= LevelSettings.OUT_DECIBELS && decibels <= MOST_DECIBELS)) {
            throw new IllegalArgumentException("decibels must be -60 to 24, was " + decibels);
        }
    }

    public LevelEdit withSpan(RecordedSpan value) {
        return new LevelEdit(value, decibels, fadeSeconds);
    }

    /// What is left of it beside another one.
    public List<LevelEdit> without(RecordedSpan other) {
        return span.without(other).stream().map(this::withSpan).toList();
    }
}
