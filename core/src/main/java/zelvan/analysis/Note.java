package zelvan.analysis;

import zelvan.units.TimeSpan;

/// A stretch of one intended pitch.
///
/// @param span from when to when
/// @param hertz its median pitch
public record Note(TimeSpan span, double hertz) {}
