package zelvan.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.LandmarkKind;
import zelvan.units.RecordedSpan;

class PlacementTest {
    private static final RecordedSpan PHRASE = new RecordedSpan(10, 14);
    private static final RecordedSpan NEXT = new RecordedSpan(16, 19);

    /// A syllable every fifth of a second in both phrases.
    ///
    /// @param offset how late the voice is at a moment of its own
    private static Alignment sung(DoubleUnaryOperator offset) {
        return new Alignment(
                DoubleStream.concat(every(PHRASE), every(NEXT))
                        .mapToObj(t -> anchor(t, offset.applyAsDouble(t)))
                        .toList(),
                List.of(),
                List.of());
    }

    private static DoubleStream every(RecordedSpan span) {
        return DoubleStream.iterate(
                span.startSeconds() + 0.1, t -> t < span.endSeconds(), t -> t + 0.2);
    }

    private static Anchor anchor(double seconds, double offset) {
        return Anchor.found(Optional.of(LandmarkKind.VOWEL), seconds, seconds - offset, 1);
    }

    private static Placement placed(Alignment alignment) {
        return Placement.of(List.of(PHRASE, NEXT), alignment, TimeMap.IDENTITY);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 0.03, -0.03, 0.059, -0.059})
    void aPhraseThatIsNearIsInItsPlace(double offset) {
        assertThat(placed(sung(t -> offset)).secondsAt(12)).isZero();
    }

    @Test
    void eachPhraseIsPlacedByItself() {
        Placement placement = placed(sung(t -> t < 15 ? 0.7 : -0.4));
        assertThat(placement.secondsAt(10.1)).isCloseTo(0.7, within(1e-9));
        assertThat(placement.secondsAt(14.5)).isCloseTo(0.7, within(1e-9));
        assertThat(placement.secondsAt(15.9)).isCloseTo(-0.4, within(1e-9));
        assertThat(placement.secondsAt(30)).isCloseTo(-0.4, within(1e-9));
    }

    @Test
    void whatIsFeltIsNotPlaced() {
        Random random = new Random(3);
        DoubleUnaryOperator feel = t -> 0.015 * Math.sin(9 * t);
        Placement placement =
                placed(sung(t -> 0.5 + feel.applyAsDouble(t) + 0.004 * random.nextGaussian()));
        for (double t = 10; t < 14; t += 0.1) {
            assertThat(placement.secondsAt(t)).isCloseTo(0.5, within(0.012));
        }
    }

    /// The line is that of the tempo: it is late by a twentieth of what has passed.
    @Test
    void anotherTempoIsFollowed() {
        Placement placement = placed(sung(t -> 0.2 + 0.05 * (t - 10)));
        for (double t = 10; t < 14; t += 0.5) {
            assertThat(placement.secondsAt(t)).isCloseTo(0.2 + 0.05 * (t - 10), within(1e-6));
        }
    }

    /// Breakdown point of the estimator: a median of slopes bears some 29 % of outliers (Sen 1968).
    @Test
    void wordsThatAreMatchedWronglyDoNotBendIt() {
        List<Anchor> anchors = new ArrayList<>();
        int n = 0;
        for (double t : every(PHRASE).toArray()) {
            anchors.add(anchor(t, n++ % 6 == 5 ? 0.31 : 0.2));
        }
        Placement placement = placed(new Alignment(anchors, List.of(), List.of()));
        assertThat(placement.secondsAt(10)).isCloseTo(0.2, within(0.01));
        assertThat(placement.secondsAt(14)).isCloseTo(0.2, within(0.01));
    }

    /// Half of it, or all of it: what is left never jumps when a phrase is a little later.
    @Test
    void nothingJumpsWhereAPhraseBeginsToBePlaced() {
        TimingSettings half = new TimingSettings(0.5, 0);
        double before = 0;
        for (double late = 0; late < 0.2; late += 0.001) {
            double offset = late;
            double place = placed(sung(t -> offset)).secondsAt(12);
            double left = offset - half.moveSeconds(offset, place);
            assertThat(left).isBetween(-1e-9, 0.5 * Placement.NEAR_SECONDS + 1e-9);
            assertThat(Math.abs(left - before)).isLessThan(0.002);
            before = left;
        }
        assertThat(before).isCloseTo(0, within(1e-12));
    }

    @Test
    void aCorrectedGuideIsWhatItIsPlacedAgainst() {
        TimeMap later = TimeMap.of(List.of(new TimeMap.Point(0, 0.5), new TimeMap.Point(40, 40.5)));
        Placement placement = Placement.of(List.of(PHRASE, NEXT), sung(t -> 0.5), later);
        assertThat(placement.secondsAt(12)).isCloseTo(0, within(1e-9));
    }

    @Test
    void aPhraseOfWhichNothingIsMatchedStays() {
        assertThat(placed(Alignment.NONE).secondsAt(12)).isZero();
        assertThat(Placement.NONE.secondsAt(12)).isZero();
    }
}
