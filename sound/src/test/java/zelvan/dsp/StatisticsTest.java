package zelvan.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

class StatisticsTest {
    @Test
    void percentilesLieBetweenTheirNeighbours() {
        double[] values = {4, 1, 3, 2};
        assertThat(Percentile.median(values)).isEqualTo(2.5);
        assertThat(Percentile.of(values, 0)).isEqualTo(1);
        assertThat(Percentile.of(values, 100)).isEqualTo(4);
        assertThat(Percentile.of(values, 90)).isCloseTo(3.7, within(1e-12));
        assertThat(values).containsExactly(4, 1, 3, 2);
    }

    @Test
    void smoothingKeepsAConstantAndAverages() {
        assertThat(Smoothing.mean(new double[] {5, 5, 5}, 2)).containsOnly(5);
        assertThat(Smoothing.mean(new double[] {0, 3, 0}, 1)).containsExactly(1.5, 1, 1.5);
        assertThat(Smoothing.median(new double[] {1, 9, 1, 1}, 1)[1]).isEqualTo(1);
    }

    @Test
    void overlappedHannWindowsSumToOne() {
        double[] window = Windows.hann(64);
        for (int i = 0; i < 32; i++) {
            assertThat(window[i] + window[i + 32]).isCloseTo(1, within(1e-12));
        }
    }

    /// Bessel function I0 by M. Abramowitz & I. Stegun, *Handbook of Mathematical Functions*
    /// (1964), table 9.8: I0(1) = 1.266065878, I0(2) = 2.279585302. The window's value at x =
    /// 0.5·√3 with beta 2 is I0(1)/I0(2).
    @Test
    void theKaiserWindowIsARatioOfBesselFunctions() {
        assertThat(Windows.kaiser(Math.sqrt(3) / 2, 2))
                .isCloseTo(1.266065878 / 2.279585302, within(1e-9));
        assertThat(Windows.kaiser(0, 11)).isEqualTo(1);
        assertThat(Windows.kaiser(1.01, 11)).isZero();
    }

    @Test
    void middleHalfIsNotMovedByWhatIsFarOff() {
        assertThat(Percentile.midmean(new double[] {1, 2, 3, 4})).isEqualTo(2.5);
        assertThat(Percentile.midmean(new double[] {900, 2, 1, 3})).isEqualTo(2.5);
        assertThat(Percentile.midmean(new double[] {7})).isEqualTo(7);
    }

    /// 3 (x − 0.2)² + 1 at −1, 0 and 1; a straight line and a hill have no lowest point between.
    @Test
    void lowestPointOfAParabola() {
        assertThat(Parabola.lowest(3 * 1.44 + 1, 3 * 0.04 + 1, 3 * 0.64 + 1))
                .isCloseTo(0.2, within(1e-12));
        assertThat(Parabola.lowest(1, 2, 3)).isZero();
        assertThat(Parabola.lowest(1, 2, 1)).isZero();
        assertThat(Parabola.lowest(9, 4, 1)).isEqualTo(0.5);
    }

    /// Against sorting, with and without equal values.
    @Test
    void percentilesAreThoseOfTheSortedValues() {
        Random random = new Random(3);
        for (int n = 1; n < 60; n++) {
            int kinds = n % 3 == 0 ? 4 : 1000;
            double[] values = random.doubles(n).map(v -> Math.floor(v * kinds)).toArray();
            double[] before = values.clone();
            double[] sorted = values.clone();
            Arrays.sort(sorted);
            for (double percent : new double[] {0, 10, 25, 50, 90, 99, 100}) {
                double rank = percent / 100 * (n - 1);
                double low = sorted[(int) Math.floor(rank)];
                double high = sorted[(int) Math.ceil(rank)];
                assertThat(Percentile.of(values, percent))
                        .isCloseTo(low + (rank - Math.floor(rank)) * (high - low), within(1e-9));
            }
            assertThat(values).containsExactly(before);
        }
    }
}
