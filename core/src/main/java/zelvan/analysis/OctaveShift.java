package zelvan.analysis;

import zelvan.units.TimeSpan;

/// A stretch of which the user says in which octave it is sung.
///
/// @param span in the voice's time
/// @param octaves how far above what was heard it really is; negative is below, 0 says that it was
///   heard right
public record OctaveShift(TimeSpan span, int octaves) {}
