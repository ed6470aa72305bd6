package zelvan.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.units.GuideSpan;

class OwnMiddleTest {
    private static final List<Landmark> LANDMARKS = List.of(vowel(1), vowel(2), vowel(3), vowel(4));

    private static Landmark vowel(double seconds) {
        return new Landmark(LandmarkKind.VOWEL, seconds, 1);
    }

    /// A voice that sings all of it so much later.
    private static Alignment late(double lateSeconds, double confidence, GuideSpan... missing) {
        return new Alignment(
                LANDMARKS.stream()
                        .map(l ->
                                Anchor.found(
                                        Optional.of(l.kind()),
                                        l.seconds() + lateSeconds,
                                        l.seconds(),
                                        confidence))
                        .toList(),
                List.of(),
                List.of(missing));
    }

    private static double[] moments(List<Alignment> others) {
        return OwnMiddle.of(LANDMARKS, others, List.of()).anchors().stream()
                .mapToDouble(Anchor::guideSeconds)
                .toArray();
    }

    /// Of 0, 0.02, 0.1 and 0.7 the median is 0.06. Before the first landmark nothing tells how sure
    /// it is.
    @Test
    void theMiddleIsTheMedianOfWhenAllSingAMoment() {
        double[] moments = moments(List.of(late(0.02, 1), late(0.1, 1), late(0.7, 1)));
        assertThat(moments[0]).isCloseTo(2.06, within(1e-9));
        assertThat(moments[1]).isCloseTo(3.06, within(1e-9));
    }

    @Test
    void whatIsNotSureOrNotSungDoesNotCount() {
        double[] moments =
                moments(
                        List.of(
                                late(0.02, 1),
                                late(0.1, 1, new GuideSpan(2.5, 3.5)),
                                late(0.7, 0.3)));
        assertThat(moments[0]).isCloseTo(2.02, within(1e-9));
        assertThat(moments[1]).as("of two").isCloseTo(3.01, within(1e-9));
        assertThat(moments(List.of(late(0.1, 0.2)))).as("nobody else is sure").isEmpty();
    }

    @Test
    void whatTheUserSetsIsNotContradicted() {
        Alignment middle =
                OwnMiddle.of(LANDMARKS, List.of(late(0.1, 1)), List.of(Anchor.held(2.01, 2.5)));
        assertThat(middle.anchors())
                .extracting(Anchor::guideSeconds)
                .containsExactly(2.5, 3.05, 4.05);
    }
}
