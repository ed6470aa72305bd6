package zelvan.analysis;

import zelvan.units.TimeSpan;

/// A stretch in which the pitch was heard in the wrong octave.
///
/// @param span in the voice's time
/// @param octaves how far above what was heard it really is; negative is below
public record OctaveShift(TimeSpan span, int octaves) {}
