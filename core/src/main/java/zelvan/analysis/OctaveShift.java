package zelvan.analysis;

import zelvan.units.RecordedSpan;

/// A stretch of which the user says in which octave it is sung.
///
/// @param span in the voice's time
/// @param octaves how far above what was heard it really is; negative is below, 0 says that it was
///   heard right
public record OctaveShift(RecordedSpan span, int octaves) {
    /// The most that anybody can have been misheard by.
    public static final int MOST_OCTAVES = 3;

    public OctaveShift {
        if (Math.abs(octaves) > MOST_OCTAVES) {
            throw new IllegalArgumentException("octaves must be -3 to 3, was " + octaves);
        }
    }
}
