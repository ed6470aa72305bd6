package zelvan.analysis;

import zelvan.units.RecordedSpan;

/// How singing ends before a rest.
///
/// @param kind what is heard last
/// @param span from where the vowel is let go to where nothing is heard any more
public record End(Kind kind, RecordedSpan span) {
    /// What is heard last.
    public enum Kind {
        /// A consonant that is made at a constriction, as "t" and "s" are; with the closure before
        /// it.
        CONSONANT,
        /// The voice itself, cut off or dying away.
        CUTOFF
    }

    public End withSpan(RecordedSpan value) {
        return new End(kind, value);
    }
}
