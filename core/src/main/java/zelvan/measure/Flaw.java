package zelvan.measure;

import java.util.Locale;
import zelvan.units.GuideSpan;

/// Something that is still heard in a voice, or that the program does not trust.
///
/// @param kind what
/// @param span from where to where, in the guide's time as recorded
/// @param amount how much, with its sign, in the unit of its kind; 0 where there is none
/// @param plainness how plainly it is heard; see [Audibility]
public record Flaw(Kind kind, GuideSpan span, double amount, double plainness) {
    /// What a flaw is about.
    public enum Subject {
        TIMING("timing"),
        PITCH("pitch"),
        LEVEL("level and esses"),
        WORDS("words"),
        SOUND("sound");

        private final String word;

        Subject(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /// What is off.
    public enum Kind {
        /// A consonant begins apart from the guide's.
        CONSONANT(Subject.TIMING, 1000, "consonant %.0f ms late", "consonant %.0f ms early"),
        /// A vowel begins apart from the guide's.
        VOWEL(Subject.TIMING, 1000, "vowel %.0f ms late", "vowel %.0f ms early"),
        /// It is cut off apart from the guide.
        END(Subject.TIMING, 1000, "ends %.0f ms late", "ends %.0f ms early"),
        /// A note is off its target.
        PITCH(Subject.PITCH, 1, "%.0f ct sharp", "%.0f ct flat"),
        /// A phrase is sung in another octave than the others.
        OCTAVE(Subject.PITCH, 1, "an octave up", "an octave down"),
        /// A phrase is louder or softer against the guide than the others.
        LEVEL(Subject.LEVEL, 1, "%.0f dB louder", "%.0f dB softer"),
        /// An ess sticks out.
        ESS(Subject.LEVEL, 1, "ess %.0f dB louder", "ess %.0f dB softer"),
        /// It pauses where the others of its stack sing.
        PAUSE(Subject.WORDS, "pauses here"),
        /// Both sing, but not the same.
        OTHER_WORDS(Subject.WORDS, "other words"),
        /// Hardly anything fits.
        SING_AGAIN(Subject.WORDS, "better sung again"),
        /// What was matched may not belong together.
        MATCH(Subject.WORDS, "match not sure"),
        /// It would have had to run at an extreme rate.
        RATE(Subject.TIMING, "too far off to be moved"),
        /// The pitch may have been heard an octave off.
        OCTAVE_HEARD(Subject.PITCH, "octave not sure"),
        /// Two voices are so alike that they comb.
        COMBING(Subject.SOUND, "combs with another"),
        CLICK(Subject.SOUND, "a click came in"),
        LOUDNESS(Subject.SOUND, "its loudness changed"),
        ROUGH(Subject.SOUND, "came out rougher"),
        OVER(Subject.LEVEL, "over full scale");

        private final Subject subject;
        private final double factor;
        private final String above;
        private final String below;

        Kind(Subject subject, String words) {
            this(subject, 0, words, words);
        }

        Kind(Subject subject, double factor, String above, String below) {
            this.subject = subject;
            this.factor = factor;
            this.above = above;
            this.below = below;
        }

        public Subject subject() {
            return subject;
        }

        /// @param amount positive is late, sharp, loud
        private String words(double amount) {
            String form = amount < 0 ? below : above;
            return factor == 0 ? form : String.format(Locale.ROOT, form, Math.abs(amount) * factor);
        }
    }

    /// What is off and by how much, as the interface says it.
    public String words() {
        return kind.words(amount);
    }

    /// The same, heard less plainly beside other sounds.
    ///
    /// @param presence 0 to 1
    public Flaw heard(double presence) {
        return new Flaw(kind, span, amount, plainness * presence);
    }

    public boolean isNoticed() {
        return plainness >= Audibility.NOTICED;
    }

    /// What the program doubts. How plainly that is heard is not measured: what is not the same at
    /// all comes before what was done to the sound, and that before what may be in order.
    public static Flaw of(Doubt doubt) {
        return switch (doubt.reason()) {
            case OTHER_WORDS -> of(Kind.OTHER_WORDS, doubt, 5);
            case SING_AGAIN -> of(Kind.SING_AGAIN, doubt, 5);
            case CLICK -> of(Kind.CLICK, doubt, 4);
            case RATE -> of(Kind.RATE, doubt, 1.5);
            case LOUDNESS -> of(Kind.LOUDNESS, doubt, 2);
            case ROUGH -> of(Kind.ROUGH, doubt, 2);
            case OVER -> of(Kind.OVER, doubt, 4);
            // How far it is off is measured besides, where that can be told.
            case MATCH -> of(Kind.MATCH, doubt, 1.5);
            case OCTAVE -> of(Kind.OCTAVE_HEARD, doubt, 1.5);
        };
    }

    private static Flaw of(Kind kind, Doubt doubt, double plainness) {
        return new Flaw(kind, doubt.span(), 0, plainness);
    }
}
