package zelvan.level;

import zelvan.units.RecordedSpan;

/// A sound beside what is sung on a pitch, of those that pile up when several sing.
///
/// @param kind what it is
/// @param span where it is heard, without the fades of what is done to it
public record SideSound(Kind kind, RecordedSpan span) {
    /// What it is.
    public enum Kind {
        ESS("ess"),
        BREATH("breath"),
        /// The consonant that a phrase ends with.
        CONSONANT("final consonant"),
        /// The end of a phrase that ends with the voice itself.
        CUTOFF("cutoff");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        /// As the interface calls it.
        public String word() {
            return word;
        }

        /// Whether it is an end of a phrase.
        public boolean isEnd() {
            return this == CONSONANT || this == CUTOFF;
        }
    }
}
