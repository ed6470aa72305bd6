package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.LandmarkKind;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

class LockMeterTest {
    private static final GuideSpan PHRASE = new GuideSpan(1, 5);
    private static final RecordedSpan SUNG = new RecordedSpan(PHRASE.time());
    private static final LockMeter METER =
            new LockMeter(List.of(PHRASE), List.of(), TimeMap.IDENTITY);
    private static final TimingResult UNMOVED = new TimingResult(TimeMap.IDENTITY, Set.of());

    /// Ten landmarks in the phrase, each late by its own number of milliseconds.
    private static Alignment late(double confidence, double... millis) {
        List<Anchor> anchors = new ArrayList<>();
        for (int i = 0; i < millis.length; i++) {
            double guide = 1.2 + 0.3 * i;
            anchors.add(
                    Anchor.found(
                            Optional.of(LandmarkKind.VOWEL),
                            guide + millis[i] / 1000,
                            guide,
                            confidence));
        }
        return new Alignment(anchors, List.of(), List.of());
    }

    private static LockMap measure(
            Alignment alignment, TimingResult timing, List<RecordedSpan> fences) {
        return METER.measure(alignment, timing, fences, List.of(SUNG));
    }

    @Test
    void medianAndPercentileAreOfTheSizesAndTheLeanHasItsSign() {
        LockMap lock = measure(late(1, -10, -20, -30, -40, 50), UNMOVED, List.of());
        LockMap.Cell cell = lock.cells().getFirst();
        assertThat(lock.before().medianSeconds()).isCloseTo(0.030, within(1e-9));
        assertThat(lock.before().p90Seconds()).isCloseTo(0.046, within(1e-9));
        assertThat(lock.before().count()).isEqualTo(5);
        assertThat(cell.rawLeanSeconds()).isCloseTo(-0.020, within(1e-9));
        assertThat(cell.state()).isEqualTo(LockMap.State.MATCHED);
    }

    @Test
    void whatIsLeftIsMeasuredThroughTheMap() {
        TimeMap earlier = TimeMap.of(List.of(new TimeMap.Point(1, 0.97)));
        LockMap lock = measure(late(1, 40, 40, 40), new TimingResult(earlier, Set.of()), List.of());
        assertThat(lock.before().medianSeconds()).isCloseTo(0.040, within(1e-9));
        assertThat(lock.after().medianSeconds()).isCloseTo(0.010, within(1e-9));
    }

    @Test
    void aPhraseThatTheVoiceDoesNotSingIsSilent() {
        Alignment missing = new Alignment(List.of(), List.of(), List.of(PHRASE));
        LockMap lock = METER.measure(missing, UNMOVED, List.of(), List.of());
        assertThat(lock.cells().getFirst().state()).isEqualTo(LockMap.State.SILENT);
        assertThat(lock.before()).isEqualTo(Lock.NOTHING);
        assertThat(lock.before().medianText()).isEqualTo("–");
    }

    @Test
    void somethingElseSungInAPhraseIsSaidSo() {
        Alignment missing = new Alignment(List.of(), List.of(SUNG), List.of(PHRASE));
        LockMap lock = measure(missing, UNMOVED, List.of());
        assertThat(lock.cells().getFirst().state()).isEqualTo(LockMap.State.OTHER_WORDS);
        assertThat(lock.doubts()).containsExactly(new Doubt(PHRASE, Doubt.Reason.OTHER_WORDS));
        assertThat(lock.isHopeless()).isTrue();
    }

    /// What a late recording sings elsewhere is nothing to do with this phrase.
    @Test
    void whatIsSungIsLookedForByTheGuidesClock() {
        Alignment late =
                new Alignment(
                        List.of(Anchor.found(Optional.empty(), 160, 100, 1)),
                        List.of(),
                        List.of(PHRASE));
        RecordedSpan elsewhere = new RecordedSpan(PHRASE.time());
        RecordedSpan there = elsewhere.shiftedBy(60);
        assertThat(state(late, elsewhere)).isEqualTo(LockMap.State.SILENT);
        assertThat(state(late, there)).isEqualTo(LockMap.State.OTHER_WORDS);
    }

    private static LockMap.State state(Alignment alignment, RecordedSpan sung) {
        return METER.measure(alignment, UNMOVED, List.of(), List.of(sung))
                .cells()
                .getFirst()
                .state();
    }

    @Test
    void littleTrustIsDoubtfulAndNoneIsBetterSungAgain() {
        Alignment half = late(1, 10, 10, 10, 10, 10, 10);
        TimingResult leftOut =
                new TimingResult(TimeMap.IDENTITY, Set.copyOf(half.anchors().subList(0, 3)));
        assertThat(measure(half, leftOut, List.of()).cells().getFirst().state())
                .isEqualTo(LockMap.State.DOUBTFUL);
        assertThat(
                        measure(late(0.1, 10, 10, 10, 10, 10, 10, 10), UNMOVED, List.of())
                                .cells()
                                .getFirst()
                                .state())
                .isEqualTo(LockMap.State.SING_AGAIN);
    }

    @Test
    void whatTheUserHoldsIsNeverDoubtful() {
        assertThat(LockMeter.isDoubtful(Anchor.held(1, 2), UNMOVED)).isFalse();
    }

    @Test
    void aFencedPhraseIsProtected() {
        assertThat(
                        measure(late(1, 10, 10, 10), UNMOVED, List.of(new RecordedSpan(0.5, 6)))
                                .cells()
                                .getFirst()
                                .state())
                .isEqualTo(LockMap.State.PROTECTED);
    }
}
