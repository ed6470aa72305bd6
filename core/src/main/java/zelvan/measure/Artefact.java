package zelvan.measure;

import zelvan.units.SongSpan;

/// A place at which a rendered voice has something that its source does not have.
///
/// @param span in the time of the output
/// @param decibels how much of it
public record Artefact(Kind kind, SongSpan span, double decibels) {
    /// What is wrong there.
    public enum Kind {
        /// A kink: the second difference of samples exceeds the source's.
        CLICK,
        /// A jump: the first difference of samples exceeds the source's.
        STEP,
        /// It is louder, or softer, than the source.
        LEVEL,
        /// The spectrum of a voice is flatter: breath has become tone, or what lies between the
        /// harmonics is filled.
        FLAT,
        /// Samples are over full scale.
        OVER
    }
}
