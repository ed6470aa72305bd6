package zelvan.measure;

import zelvan.units.GuideSpan;

/// A place at which the program does not trust what it did.
///
/// @param span from where to where, in the guide's time as recorded
/// @param reason why
public record Doubt(GuideSpan span, Reason reason) {
    /// Why a place is doubtful.
    public enum Reason {
        /// What was matched may not belong together.
        MATCH("the match is not sure"),
        /// The voice would have had to run at an extreme rate.
        RATE("it was too far off to be moved all the way"),
        /// The pitch may have been heard an octave off.
        OCTAVE("the octave of the pitch is not sure"),
        /// Both sing, but not the same.
        OTHER_WORDS("something else is sung here"),
        /// Hardly anything fits.
        SING_AGAIN("so much is off that singing it again is quicker"),
        /// It has a click or a step that the recording does not have.
        CLICK("a click came in: move it less here, or protect it"),
        /// Its loudness is not that of the recording.
        LOUDNESS("its loudness changed: move it less here, or protect it"),
        /// Its spectrum is flatter than that of the recording.
        ROUGH("it came out rougher: move it less here, or protect it"),
        /// Samples are over full scale: printed with integers they would be cut off.
        OVER("it is over full scale: turn it down here");

        private final String words;

        Reason(String words) {
            this.words = words;
        }

        /// As the interface says it.
        public String words() {
            return words;
        }
    }
}
