package zelvan.align;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.VoiceAnalysis;
import zelvan.testing.Takes;
import zelvan.units.GuideSpan;

class OtherMatchTest {
    private static final VoiceAnalysis LEAD = Takes.LEAD.analysis();
    private static final VoiceAnalysis LOOSE = Takes.LOOSE.analysis();

    /// Each vowel that is matched with the one before is found to belong to the right one.
    @Test
    void aVowelThatWasMatchedWithItsNeighbourBelongsToItsOwn() {
        Alignment right = new Aligner().match(LEAD, LOOSE).alignment();
        List<Anchor> vowels =
                right.anchors().stream()
                        .filter(a -> a.kind().equals(Optional.of(LandmarkKind.VOWEL)))
                        .toList();
        int found = 0;
        int asked = 0;
        for (int i = 1; i < vowels.size(); i++) {
            Anchor own = vowels.get(i);
            double wrong = vowels.get(i - 1).guideSeconds();
            if (own.guideSeconds() - wrong < 0.7) {
                Alignment shifted =
                        new Alignment(
                                List.of(Anchor.found(own.kind(), own.sourceSeconds(), wrong, 0.3)),
                                List.of(),
                                List.of());
                Optional<Anchor> other =
                        OtherMatch.of(LEAD, LOOSE, shifted, new GuideSpan(wrong, wrong + 0.01));
                asked++;
                found +=
                        other.filter(a -> Math.abs(a.guideSeconds() - own.guideSeconds()) < 0.03)
                                        .isPresent()
                                ? 1
                                : 0;
            }
        }
        assertThat(asked).isGreaterThan(4);
        assertThat(found).isGreaterThanOrEqualTo((int) (0.75 * asked));
    }

    @Test
    void whatTheUserHasSaidIsNotDoubted() {
        Alignment said =
                new Alignment(
                        List.of(Anchor.placed(LandmarkKind.VOWEL, 2, 2)), List.of(), List.of());
        assertThat(OtherMatch.of(LEAD, LOOSE, said, new GuideSpan(1, 3))).isEmpty();
    }
}
