package zelvan.session;

import zelvan.units.TimeSpan;

/// A stretch of a voice that the program must not change.
///
/// @param span in the voice's own time
/// @param kind what must not change
public record Protection(TimeSpan span, Kind kind) {
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
    }
}
