package zelvan.align;

import java.util.Comparator;
import java.util.Optional;
import zelvan.analysis.Landmark;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.GuideSpan;

/// What a moment of a voice could belong to, if it does not belong to what it was matched with: the
/// guide's landmark of its kind nearby around which the same is sung most nearly.
public final class OtherMatch {
    /// As far as a syllable or two.
    private static final double NEAR_SECONDS = 0.8;

    private static final double SAME_SECONDS = 0.06;

    /// What is compared on both sides: a consonant and the beginning of its vowel.
    private static final int AROUND_FRAMES = 20;

    private OtherMatch() {}

    /// @param guide what is heard in the guide
    /// @param voice what is heard in the voice
    /// @param alignment of the two
    /// @param place where their match is doubted, in the guide's time
    /// @return the least sure landmark there with another of the guide's, as if the user had placed
    ///   it; empty if there is none
    public static Optional<Anchor> of(
            VoiceAnalysis guide, VoiceAnalysis voice, Alignment alignment, GuideSpan place) {
        return alignment.anchorsIn(place).stream()
                .filter(a -> a.kind().isPresent() && !a.byUser())
                .min(Comparator.comparingDouble(Anchor::confidence))
                .flatMap(doubted -> instead(guide, voice, doubted));
    }

    private static Optional<Anchor> instead(
            VoiceAnalysis guide, VoiceAnalysis voice, Anchor doubted) {
        return guide.landmarks().stream()
                .filter(l -> doubted.kind().equals(Optional.of(l.kind())))
                .filter(l -> isNear(Math.abs(l.seconds() - doubted.guideSeconds())))
                .min(
                        Comparator.comparingDouble(
                                l -> distance(guide, l.seconds(), voice, doubted.sourceSeconds())))
                .map(Landmark::seconds)
                .map(guideSeconds ->
                        Anchor.placed(
                                doubted.kind().orElseThrow(),
                                doubted.sourceSeconds(),
                                guideSeconds));
    }

    private static boolean isNear(double awaySeconds) {
        return awaySeconds > SAME_SECONDS && awaySeconds < NEAR_SECONDS;
    }

    private static double distance(
            VoiceAnalysis guide, double guideSeconds, VoiceAnalysis voice, double seconds) {
        int there = guide.frameAt(guideSeconds);
        int here = voice.frameAt(seconds);
        double sum = 0;
        int count = 0;
        for (int f = -AROUND_FRAMES; f <= AROUND_FRAMES; f++) {
            if (there + f >= 0
                    && here + f >= 0
                    && there + f < guide.frames()
                    && here + f < voice.frames()) {
                float[] a = guide.phonetic().row(there + f);
                float[] b = voice.phonetic().row(here + f);
                for (int c = 0; c < a.length; c++) {
                    sum += (a[c] - b[c]) * (a[c] - b[c]);
                }
                count++;
            }
        }
        return count == 0 ? Double.MAX_VALUE : sum / count;
    }
}
