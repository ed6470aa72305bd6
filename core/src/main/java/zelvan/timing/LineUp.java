package zelvan.timing;

import java.util.Optional;
import zelvan.analysis.LandmarkKind;

/// What is lined up first where a voice's consonants are longer or shorter than the guide's and not
/// everything can be kept.
public enum LineUp {
    /// The vowel, which is felt as the beat; a consonant keeps its own length before it.
    VOWELS("vowels"),
    /// The consonant, which is heard as a flam; the vowel comes when it is over.
    CONSONANTS("consonants"),
    /// Both, and the consonant takes the guide's length.
    BOTH("both");

    private final String word;

    LineUp(String word) {
        this.word = word;
    }

    /// As the interface calls it.
    public String word() {
        return word;
    }

    /// Whether a landmark gives way to the other kind.
    boolean yields(Optional<LandmarkKind> kind) {
        return switch (this) {
            case VOWELS -> kind.equals(Optional.of(LandmarkKind.CONSONANT));
            case CONSONANTS -> kind.equals(Optional.of(LandmarkKind.VOWEL));
            case BOTH -> false;
        };
    }
}
