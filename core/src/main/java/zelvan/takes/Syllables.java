package zelvan.takes;

import java.util.ArrayList;
import java.util.List;
import zelvan.analysis.Landmark;
import zelvan.analysis.VoiceAnalysis;

/// Where words and their syllables begin: what a choice is narrowed to.
public final class Syllables {
    /// A consonant that is further from its vowel belongs to the syllable before.
    private static final double LONGEST_CONSONANT_SECONDS = 0.2;

    private Syllables() {}

    /// When syllables begin, seconds, in order: at a vowel, or at the consonant before it.
    public static List<Double> of(VoiceAnalysis heard) {
        List<Double> begins = new ArrayList<>();
        double consonant = -Double.MAX_VALUE;
        for (Landmark landmark : heard.landmarks()) {
            double seconds = landmark.seconds();
            switch (landmark.kind()) {
                case CONSONANT -> consonant = seconds;
                case VOWEL -> {
                    boolean near = seconds - consonant <= LONGEST_CONSONANT_SECONDS;
                    begins.add(near ? consonant : seconds);
                    consonant = -Double.MAX_VALUE;
                }
                case RELEASE -> consonant = -Double.MAX_VALUE;
            }
        }
        return begins;
    }
}
