package zelvan.singers;

import java.nio.file.Path;

/// Something that a voice does wrong at a known place, on purpose: what somebody who listens has to
/// find.
///
/// @param kind what
/// @param file of the voice
/// @param phraseFromSeconds when the guide begins the phrase
/// @param phraseToSeconds when the guide ends it
/// @param voiceSeconds in the voice, the moment or the middle of what is wrong
/// @param guideSeconds in the guide, the same moment
/// @param amount how much: seconds, cents or decibels
public record Fault(
        Kind kind,
        Path file,
        double phraseFromSeconds,
        double phraseToSeconds,
        double voiceSeconds,
        double guideSeconds,
        double amount) {
    /// What can be wrong.
    public enum Kind {
        LATE_PLOSIVE("late plosive"),
        SHARP_NOTE("sharp note"),
        RAGGED_CUTOFF("ragged cutoff"),
        PILED_UP_ESS("piled-up ess"),
        WRONG_WORD("wrong word"),
        MISSING_PHRASE("missing phrase"),
        WRONG_OCTAVE("wrong octave"),
        LATE_TAKE("late take"),
        LOUD_PHRASE("loud phrase"),
        EARLY_ENTRY("early entry");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }
}
