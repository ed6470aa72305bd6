package zelvan.tuning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.tuning.PitchMap.Point;

class PitchMapTest {
    /// Up by 100 cents within a second, held for one, back at once; later a step down.
    private static final PitchMap MAP =
            PitchMap.of(
                    List.of(
                            new Point(1, 0),
                            new Point(2, 100),
                            new Point(3, 100),
                            new Point(3, 0),
                            new Point(5, 0),
                            new Point(5, -50),
                            new Point(6, -50)));

    @ParameterizedTest
    @CsvSource({
        "0.5, 0",
        "1, 0",
        "1.25, 25",
        "2.5, 100",
        "2.999, 100",
        "3, 0",
        "4, 0",
        "5, -50",
        "6, -50",
        "6.1, 0"
    })
    void itRunsInStraightLines(double seconds, double cents) {
        assertThat(MAP.centsAt(seconds)).isCloseTo(cents, within(1e-9));
    }

    @ParameterizedTest
    @CsvSource({
        "0, 1, false",
        "0, 1.1, true",
        "0.9, 3, true",
        "3, 5, false",
        "2.5, 2.6, true",
        "3.5, 4.5, false",
        "3.5, 5.1, true",
        "6.5, 9, false"
    })
    void whatIsNotMovedIsKnown(double from, double to, boolean changes) {
        assertThat(MAP.changes(from, to)).isEqualTo(changes);
        assertThat(PitchMap.NONE.changes(from, to)).isFalse();
    }

    @Test
    void theSameEverywhere() {
        PitchMap map = PitchMap.constant(1, 2, 30);
        assertThat(map.centsAt(1.5)).isEqualTo(30);
        assertThat(map.centsAt(0.9)).isZero();
        assertThat(map.centsAt(2.1)).isZero();
        assertThat(map).isEqualTo(PitchMap.constant(1, 2, 30)).isNotEqualTo(PitchMap.NONE);
    }

    @Test
    void whatIsOutOfOrderOrTooFarIsRefused() {
        assertThatThrownBy(() -> PitchMap.of(List.of(new Point(2, 0), new Point(1, 0))))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> PitchMap.of(List.of(new Point(1, 2401))))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("2401");
        assertThatThrownBy(() -> PitchMap.of(List.of(new Point(1, Double.NaN))))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
