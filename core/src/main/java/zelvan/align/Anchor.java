package zelvan.align;

import java.util.Optional;
import zelvan.analysis.LandmarkKind;

/// A moment of the voice and a moment of the guide that belong together.
///
/// @param kind the landmark that was found in both; empty where they merely pass the same sound
/// @param sourceSeconds in the voice, as recorded
/// @param guideSeconds in the guide
/// @param confidence how far the match is to be trusted, 0 to 1
/// @param held whether the user has set it
public record Anchor(
        Optional<LandmarkKind> kind,
        double sourceSeconds,
        double guideSeconds,
        double confidence,
        boolean held) {
    public Anchor {
        if (!(confidence >= 0 && confidence <= 1)) {
            throw new IllegalArgumentException("confidence must be 0 to 1, was " + confidence);
        }
    }

    /// An anchor set by the user.
    public static Anchor held(double sourceSeconds, double guideSeconds) {
        return new Anchor(Optional.empty(), sourceSeconds, guideSeconds, 1, true);
    }

    Anchor withConfidence(double newConfidence) {
        return new Anchor(kind, sourceSeconds, guideSeconds, newConfidence, held);
    }

    /// How late the voice is there: positive is late.
    public double offsetSeconds() {
        return sourceSeconds - guideSeconds;
    }
}
