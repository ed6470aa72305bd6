package zelvan.analysis;

import zelvan.units.RecordedSpan;

/// A stretch of one intended pitch.
///
/// @param span from when to when
/// @param hertz its median pitch
public record Note(RecordedSpan span, double hertz) {}
