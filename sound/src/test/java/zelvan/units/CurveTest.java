package zelvan.units;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CurveTest {
    private static final Curve CURVE =
            Curve.of(
                    List.of(
                            new Curve.Point(1, 0),
                            new Curve.Point(2, 6),
                            new Curve.Point(2, -3),
                            new Curve.Point(4, -3),
                            new Curve.Point(5, 0),
                            new Curve.Point(7, 0)));

    @ParameterizedTest
    @CsvSource({"0, 0", "1.5, 3", "2, -3", "3, -3", "4.5, -1.5", "6, 0", "7, 0", "9, 0"})
    void itRunsInStraightLines(double seconds, double value) {
        assertThat(CURVE.at(seconds)).isCloseTo(value, within(1e-12));
    }

    @ParameterizedTest
    @CsvSource({"0, 1, false", "0.5, 1.2, true", "3, 3.1, true", "5, 7, false", "7, 9, false"})
    void whereThereIsNoneIsKnown(double from, double to, boolean any) {
        assertThat(CURVE.isAnyBetween(from, to)).isEqualTo(any);
    }

    /// At every moment both together are the sum of both, at steps from both sides.
    @Test
    void twoTogetherAreTheirSum() {
        Curve other =
                Curve.of(
                        List.of(
                                new Curve.Point(0.5, 1),
                                new Curve.Point(2, 1),
                                new Curve.Point(3.5, 4),
                                new Curve.Point(3.5, -4),
                                new Curve.Point(6, 0)));
        Curve both = CURVE.plus(other);
        for (double t = 0; t < 8; t += 0.01) {
            assertThat(both.at(t)).isCloseTo(CURVE.at(t) + other.at(t), within(1e-9));
        }
        assertThat(both.at(2 - 1e-9)).isCloseTo(7, within(1e-6));
        assertThat(both.at(2)).isCloseTo(-2, within(1e-6));
        assertThat(CURVE.plus(Curve.NONE)).isEqualTo(CURVE);
        assertThat(Curve.NONE.plus(CURVE)).isEqualTo(CURVE);
    }

    @Test
    void itBeginsAndCeasesAtItsBorders() {
        assertThat(CURVE.borders()).containsExactly(1, 5, 7);
        assertThat(CURVE.most()).isEqualTo(6);
    }

    @Test
    void everywhereIsEverywhere() {
        Curve same = Curve.everywhere(1.5);
        for (double at : new double[] {-1e6, 0, 0.1, 12345.678}) {
            assertThat(same.at(at)).isEqualTo(1.5);
        }
        assertThat(Curve.everywhere(0)).isEqualTo(Curve.NONE);
    }

    @Test
    void whatIsNoCurveIsRefused() {
        assertThatThrownBy(() -> Curve.of(new double[] {2, 1}, new double[] {0, 0}))
                .hasMessageContaining("at 1.0 s");
        assertThatThrownBy(() -> Curve.everywhere(Double.NaN))
                .hasMessageContaining("a curve cannot have NaN");
    }
}
