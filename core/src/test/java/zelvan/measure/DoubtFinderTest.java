package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

class DoubtFinderTest {
    private static final GuideSpan PHRASE = new GuideSpan(1, 9);

    /// A guide with a landmark every half second, and how sure the match of each is; below 0 there
    /// is none.
    private static List<Doubt> doubts(Set<Anchor> leftOut, double... confidences) {
        List<Landmark> landmarks = new ArrayList<>();
        List<Anchor> anchors = new ArrayList<>();
        for (int i = 0; i < confidences.length; i++) {
            double moment = 1 + 0.5 * i;
            landmarks.add(new Landmark(LandmarkKind.VOWEL, moment, 1));
            if (confidences[i] >= 0) {
                anchors.add(anchor(moment, confidences[i]));
            }
        }
        return new LockMeter(List.of(PHRASE), landmarks, TimeMap.IDENTITY)
                .measure(
                        new Alignment(anchors, List.of(), List.of()),
                        new TimingResult(TimeMap.IDENTITY, leftOut),
                        List.of(),
                        List.of(new RecordedSpan(PHRASE.time())))
                .doubts();
    }

    private static Anchor anchor(double moment, double confidence) {
        return Anchor.found(Optional.of(LandmarkKind.VOWEL), moment, moment, confidence);
    }

    @Test
    void whereAllIsSureNothingIsListed() {
        assertThat(doubts(Set.of(), 1, 0.9, 1, 0.85, 1, 1, 1)).isEmpty();
    }

    @Test
    void neighboursAreOnePlaceAndWhatIsFarIsAnother() {
        List<Doubt> places = doubts(Set.of(), 1, 0.3, 0.4, 1, 1, 1, 1, 1, 0.2, 1, 1, 1);
        assertThat(places).extracting(Doubt::reason).containsOnly(Doubt.Reason.MATCH);
        assertThat(places).hasSize(2);
        assertThat(places.getFirst().span().contains(1.5)).isTrue();
        assertThat(places.getFirst().span().contains(2)).isTrue();
        assertThat(places.getLast().span().contains(5)).isTrue();
    }

    @Test
    void aLandmarkForWhichTheVoiceHasNothingIsDoubtful() {
        assertThat(doubts(Set.of(), 1, 1, 1, -1, 1, 1, 1, 1))
                .singleElement()
                .satisfies(d -> assertThat(d.span().contains(2.5)).isTrue());
    }

    @Test
    void whatCouldNotBeFollowedIsSaidSo() {
        Anchor steep = anchor(3, 1);
        assertThat(doubts(Set.of(steep), 1, 1, 1, 1, 1, 1, 1, 1))
                .singleElement()
                .extracting(Doubt::reason)
                .isEqualTo(Doubt.Reason.RATE);
    }

    @Test
    void aPhraseWithoutAnyTrustIsOnePlace() {
        assertThat(doubts(Set.of(), 0.1, 0.1, 0.2, 0.1, 0, 0.1, 0.2, 0.1))
                .containsExactly(new Doubt(PHRASE, Doubt.Reason.SING_AGAIN));
    }

    @Test
    void whatTheUserKeepsIsNotDoubted() {
        Anchor unsure = anchor(2, 0.1);
        LockMap lock =
                new LockMeter(
                                List.of(PHRASE),
                                List.of(new Landmark(LandmarkKind.VOWEL, 2, 1)),
                                TimeMap.IDENTITY)
                        .measure(
                                new Alignment(
                                        List.of(anchor(1.2, 1), unsure, anchor(8, 1)),
                                        List.of(),
                                        List.of()),
                                new TimingResult(TimeMap.IDENTITY, Set.of()),
                                List.of(new RecordedSpan(1.9, 2.1)),
                                List.of(new RecordedSpan(PHRASE.time())));
        assertThat(lock.doubts()).noneMatch(d -> d.span().contains(2));
    }

    @Test
    void otherWordsThatAreKeptAreNoPlaceAnyMore() {
        Alignment apart = new Alignment(List.of(), List.of(), List.of(PHRASE));
        RecordedSpan sung = new RecordedSpan(PHRASE.time());
        LockMeter meter = new LockMeter(List.of(PHRASE), List.of(), TimeMap.IDENTITY);
        TimingResult unmoved = new TimingResult(TimeMap.IDENTITY, Set.of());
        assertThat(meter.measure(apart, unmoved, List.of(), List.of(sung)).doubts()).hasSize(1);
        LockMap kept = meter.measure(apart, unmoved, List.of(sung), List.of(sung));
        assertThat(kept.doubts()).isEmpty();
        assertThat(kept.cells().getFirst().state()).isEqualTo(LockMap.State.PROTECTED);
    }
}
