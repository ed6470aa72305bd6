package zelvan.timing;

import zelvan.units.RecordedSpan;

/// A stretch of a voice that must keep its length.
///
/// @param span in the voice's own time
/// @param stays whether it stays where it was sung; else it moves as one piece with what is around
///   it
public record Fence(RecordedSpan span, boolean stays) {}
