package zelvan.render;

/// A frame of the source that sounds exactly at a frame of the output.
///
/// @param after what happens from there to the next pin
record Pin(long source, long output, Kind after) {
    enum Kind {
        /// Nothing changes.
        COPIED,
        /// Only time changes, and the sound has no pitch.
        SPLICED,
        /// Voiced sound that changes; begins at an epoch.
        GRAINS
    }

    /// Frames of the source ahead of the output.
    long shift() {
        return source - output;
    }

    boolean copied() {
        return after == Kind.COPIED;
    }
}
