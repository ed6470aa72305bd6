package zelvan.session;

import zelvan.units.RecordedSpan;

/// A stretch of a voice that the program must not change.
///
/// @param span in the voice's own time
/// @param kind what must not change
/// @param stays whether it stays where it was sung; else it is moved as one piece
public record Protection(RecordedSpan span, Kind kind, boolean stays) {
    /// What is protected.
    public enum Kind {
        TIMING("timing"),
        PITCH("pitch"),
        BOTH("timing + pitch");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        /// As the interface calls it.
        public String word() {
            return word;
        }

        public boolean protectsTiming() {
            return this != PITCH;
        }

        public boolean protectsPitch() {
            return this != TIMING;
        }
    }

    /// Moved as one piece.
    public Protection(RecordedSpan span, Kind kind) {
        this(span, kind, false);
    }

    public Protection withSpan(RecordedSpan value) {
        return new Protection(value, kind, stays);
    }

    public Protection withKind(Kind value) {
        return new Protection(span, value, stays);
    }

    public Protection staying(boolean value) {
        return new Protection(span, kind, value);
    }

    /// For people: what is protected, and whether it may move.
    public String words() {
        return kind.protectsTiming() && stays ? kind.word() + ", stays in place" : kind.word();
    }
}
