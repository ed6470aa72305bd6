package zelvan.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.VoiceAnalysis;
import zelvan.testing.Takes;
import zelvan.units.RecordedSpan;

/// What the user sets, and what is made of the landmarks.
class RematchTest {
    private static final VoiceAnalysis GUIDE = Takes.LEAD.analysis();
    private static final VoiceAnalysis VOICE = Takes.LOOSE.analysis();
    private static final Alignment FREE = align(List.of(), List.of());

    private static Alignment align(List<Anchor> byUser, List<RecordedSpan> walls) {
        return new Aligner().align(GUIDE, VOICE, byUser, walls);
    }

    private static Anchor landmark(int index) {
        return FREE.anchors().stream()
                .filter(a -> a.kind().isPresent())
                .skip(index)
                .findFirst()
                .orElseThrow();
    }

    @RepeatedTest(8)
    void whatIsSetIsKeptAndWhatIsFarAwayStays(RepetitionInfo info) {
        Anchor anchor = landmark(3 + info.getCurrentRepetition());
        Anchor held =
                Anchor.held(
                        anchor.sourceSeconds(),
                        anchor.guideSeconds() + 0.01 * (info.getCurrentRepetition() - 4));
        Alignment mended = align(List.of(held), List.of());
        assertThat(mended.anchors()).contains(held);
        List<Anchor> far =
                FREE.anchors().stream()
                        .filter(a -> Math.abs(a.sourceSeconds() - held.sourceSeconds()) > 6.5)
                        .toList();
        assertThat(mended.anchors()).containsAll(far);
    }

    /// Held where it is anyway, nothing worth hearing changes.
    @RepeatedTest(8)
    void holdingWhatIsRightChangesNothing(RepetitionInfo info) {
        Anchor anchor = landmark(2 * info.getCurrentRepetition());
        Alignment mended =
                align(
                        List.of(Anchor.held(anchor.sourceSeconds(), anchor.guideSeconds())),
                        List.of());
        for (Anchor other : FREE.anchors()) {
            if (other.kind().isPresent() && other.confidence() > 0.9) {
                assertThat(mended.guideSecondsAt(other.sourceSeconds()))
                        .isCloseTo(other.guideSeconds(), within(0.012));
            }
        }
    }

    @Test
    void theOutcomeDependsOnWhatIsSetAndNotOnItsOrder() {
        Anchor a = Anchor.held(landmark(4).sourceSeconds(), landmark(4).guideSeconds() + 0.02);
        Anchor b =
                Anchor.placed(
                        LandmarkKind.VOWEL,
                        landmark(9).sourceSeconds() - 0.01,
                        landmark(9).guideSeconds());
        Rematch rematch = new Rematch(GUIDE, VOICE, new Aligner().match(GUIDE, VOICE));
        List<Rematch.Piece> both = rematch.pieces(List.of(a, b), List.of());
        assertThat(both.getFirst().last()).isEqualTo(a);
        assertThat(align(List.of(a, b), List.of())).isEqualTo(align(List.of(a, b), List.of()));
        // Moving b leaves what lies before a as it is remembered.
        Anchor moved =
                Anchor.placed(LandmarkKind.VOWEL, b.sourceSeconds() + 0.02, b.guideSeconds());
        assertThat(rematch.pieces(List.of(a, moved), List.of())).contains(both.getFirst());
    }

    @Test
    void aWallTakesNoPartAndTheRestIsMatchedAroundIt() {
        RecordedSpan phrase = VOICE.phrases().get(1);
        Alignment walled = align(List.of(), List.of(phrase));
        assertThat(walled.anchors()).noneMatch(a -> phrase.contains(a.sourceSeconds()));
        RecordedSpan last = VOICE.phrases().getLast();
        assertThat(walled.anchors())
                .filteredOn(a -> last.contains(a.sourceSeconds()))
                .hasSizeGreaterThan(5);
    }

    /// A stretch in the middle of a phrase: what is sung before and after it stays where it was.
    @RepeatedTest(6)
    void aWallInsideAPhraseLeavesItsNeighboursMatched(RepetitionInfo info) {
        RecordedSpan phrase = VOICE.phrases().get(info.getCurrentRepetition() % 3);
        double start = phrase.startSeconds() + 0.25 * phrase.seconds();
        RecordedSpan wall = new RecordedSpan(start, start + 0.1 * info.getCurrentRepetition());
        Alignment walled = align(List.of(), List.of(wall));
        assertThat(walled.unmatched())
                .noneMatch(wall.widenedBy(0.02)::overlaps)
                .allMatch(s -> s.seconds() > 0.1);
        assertThat(walled.anchors()).noneMatch(a -> wall.contains(a.sourceSeconds()));
        for (Anchor anchor : FREE.anchors()) {
            boolean beside =
                    anchor.kind().isPresent()
                            && anchor.confidence() > 0.9
                            && !wall.widenedBy(0.1).contains(anchor.sourceSeconds());
            if (beside) {
                assertThat(walled.guideSecondsAt(anchor.sourceSeconds()))
                        .isCloseTo(anchor.guideSeconds(), within(0.015));
            }
        }
    }

    @Test
    void aLandmarkTakenAwayIsNotLinedUpAndOneAddedIs() {
        Anchor taken = landmark(5);
        Alignment without =
                Marks.applied(FREE, GUIDE, Marks.NONE, Marks.NONE.removing(taken.sourceSeconds()));
        assertThat(without.anchors()).doesNotContain(taken);
        double moment = taken.guideSeconds() + 0.06;
        Alignment with =
                Marks.applied(
                        FREE,
                        GUIDE,
                        Marks.NONE.adding(new Landmark(LandmarkKind.VOWEL, moment, 1)),
                        Marks.NONE);
        assertThat(with.anchors())
                .anySatisfy(a -> {
                    assertThat(a.guideSeconds()).isEqualTo(moment);
                    assertThat(a.kind()).isEqualTo(Optional.of(LandmarkKind.VOWEL));
                    assertThat(a.sourceSeconds())
                            .isCloseTo(FREE.sourceSecondsAt(moment), within(1e-9));
                });
    }

    @Test
    void moreSensitivityNeverMeansFewerLandmarks() {
        long before = -1;
        for (double sensitivity = 0; sensitivity <= 1; sensitivity += 0.1) {
            Marks marks = Marks.NONE.withSensitivity(Math.min(1, sensitivity));
            long now =
                    Marks.applied(FREE, GUIDE, marks, Marks.NONE).anchors().stream()
                            .filter(a -> a.kind().isPresent())
                            .count();
            assertThat(now).isGreaterThanOrEqualTo(before);
            before = now;
        }
        assertThat(Marks.NONE.of(GUIDE).size()).isLessThan(GUIDE.landmarks().size());
    }

    @Test
    void vowelsBelongToTheNearestMomentOfAGridAndOneMomentHasOneVowel() {
        List<Landmark> vowels =
                List.of(
                        new Landmark(LandmarkKind.CONSONANT, 0.93, 1),
                        new Landmark(LandmarkKind.VOWEL, 1.04, 1),
                        new Landmark(LandmarkKind.VOWEL, 1.12, 1),
                        new Landmark(LandmarkKind.VOWEL, 1.47, 1),
                        new Landmark(LandmarkKind.VOWEL, 2.25, 1));
        double[] grid = {0.5, 1, 1.5, 2.5, 3};
        Alignment matched = MomentMatcher.match(vowels, grid, List.of());
        assertThat(matched.anchors())
                .extracting(Anchor::sourceSeconds, Anchor::guideSeconds)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple(1.04, 1.0),
                        org.assertj.core.groups.Tuple.tuple(1.47, 1.5));
        Anchor held = Anchor.held(1.04, 1.2);
        assertThat(MomentMatcher.match(vowels, grid, List.of(held)).anchors())
                .contains(held)
                .noneMatch(a -> a.guideSeconds() == 1.0);
    }
}
