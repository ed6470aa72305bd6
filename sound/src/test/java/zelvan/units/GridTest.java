package zelvan.units;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

class GridTest {
    private static final TempoMap WALTZ = TempoMap.steady(120, 3, 1);

    @Test
    void beatsOfASteadyTempoFollowEvenly() {
        assertThat(WALTZ.secondsAt(0)).isEqualTo(1);
        assertThat(WALTZ.secondsAt(4)).isEqualTo(3);
        assertThat(WALTZ.beatsPerMinuteAt(17)).isCloseTo(120, within(1e-4));
        assertThat(WALTZ.position(1)).isEqualTo("1.1");
        assertThat(WALTZ.position(3)).isEqualTo("2.2");
        assertThat(WALTZ.position(0.6)).isEqualTo("0.3");
    }

    @RepeatedTest(20)
    void theBeatOfAMomentIsTheMomentsBeat(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        TempoMap.Change first = new TempoMap.Change(0, 0.3, 0.4 + random.nextDouble());
        TempoMap.Change second =
                new TempoMap.Change(8, 0.3 + 8 * first.beatSeconds(), 0.3 + random.nextDouble());
        TempoMap map = new TempoMap(List.of(first, second), 4);
        for (int i = 0; i < 20; i++) {
            double beat = 30 * random.nextDouble() - 5;
            assertThat(map.beatAt(map.secondsAt(beat))).isCloseTo(beat, within(1e-9));
        }
    }

    @Test
    void tapsGiveTheTempoNearestToThem() {
        TempoMap even = TempoMap.tapped(List.of(2.0, 2.5, 3.0, 3.5), 4);
        assertThat(even.beatsPerMinuteAt(2)).isCloseTo(120, within(1e-4));
        assertThat(even.secondsAt(0)).isCloseTo(2, within(1e-9));
        // One tap late by 40 ms moves the line, by least squares, by a tenth of that a beat.
        TempoMap uneven = TempoMap.tapped(List.of(0.0, 0.5, 1.04, 1.5), 4);
        assertThat(uneven.changes().getFirst().beatSeconds()).isCloseTo(0.504, within(1e-9));
        assertThatThrownBy(() -> TempoMap.tapped(List.of(1.0), 4)).hasMessageContaining("two taps");
    }

    @Test
    void divisionsAndSwing() {
        TimeSpan bar = new TimeSpan(1, 1.99);
        assertThat(new Grid(WALTZ, Grid.Division.BEATS, Grid.STRAIGHT).linesIn(bar))
                .containsExactly(1.0, 1.5);
        assertThat(new Grid(WALTZ, Grid.Division.HALVES, Grid.STRAIGHT).linesIn(bar))
                .containsExactly(1.0, 1.25, 1.5, 1.75);
        // Full swing is the first and the last of three.
        List<Double> swung = new Grid(WALTZ, Grid.Division.HALVES, 2.0 / 3).linesIn(bar);
        List<Double> triplets = new Grid(WALTZ, Grid.Division.TRIPLETS, Grid.STRAIGHT).linesIn(bar);
        assertThat(swung.get(1)).isCloseTo(triplets.get(2), within(1e-9));
        assertThat(swung.get(3)).isCloseTo(triplets.get(5), within(1e-9));
        assertThatThrownBy(() -> new Grid(WALTZ, Grid.Division.BEATS, 0.9))
                .hasMessageContaining("swing");
    }

    @Test
    void whatLiesOutsideAndWhatIsShared() {
        TimeSpan ten = new TimeSpan(0, 10);
        assertThat(ten.without(new TimeSpan(3, 4)))
                .containsExactly(new TimeSpan(0, 3), new TimeSpan(4, 10));
        assertThat(ten.without(new TimeSpan(-1, 12))).isEmpty();
        assertThat(ten.without(new TimeSpan(11, 12))).containsExactly(ten);
        assertThat(ten.shared(new TimeSpan(8, 12))).isEqualTo(new TimeSpan(8, 10));
    }
}
