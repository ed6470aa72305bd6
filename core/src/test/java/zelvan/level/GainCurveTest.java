package zelvan.level;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zelvan.level.GainCurve.Stretch;
import zelvan.units.Curve;
import zelvan.units.Decibels;
import zelvan.units.RecordedSpan;

class GainCurveTest {
    private static Stretch stretch(double from, double to, double decibels, double fade) {
        return new Stretch(new RecordedSpan(from, to), decibels, fade, fade);
    }

    @Test
    void nothingIsNothing() {
        assertThat(GainCurve.of(List.of()).size()).isZero();
        assertThat(GainCurve.of(List.of(stretch(1, 2, 0, 0.1))).size()).isZero();
    }

    /// All of it inside, nothing beyond the fades, half of the amplitude's way in their middle.
    @Test
    void aStretchHasItsGainFromEndToEnd() {
        Curve curve = GainCurve.of(List.of(stretch(1, 2, -12, 0.1)));
        assertThat(curve.at(0.9)).isZero();
        assertThat(curve.at(2.1)).isZero();
        for (double t = 1; t <= 2; t += 0.05) {
            assertThat(curve.at(t)).isCloseTo(-12, within(1e-9));
        }
        double middle = 0.5 * (1 + Decibels.toAmplitude(-12));
        assertThat(curve.at(0.95)).isCloseTo(Decibels.ofAmplitude(middle), within(1e-9));
        assertThat(curve.at(2.05)).isCloseTo(Decibels.ofAmplitude(middle), within(1e-9));
    }

    /// Where fades would meet, the gain goes straight from one to the next.
    @Test
    void neighboursGoOverIntoEachOther() {
        Curve curve = GainCurve.of(List.of(stretch(1, 2, -12, 0.1), stretch(2.1, 3, -6, 0.1)));
        for (double t = 2; t <= 2.1; t += 0.01) {
            assertThat(curve.at(t)).isBetween(-12.0 - 1e-9, -6.0 + 1e-9);
        }
    }

    /// Whatever lies beside whatever: each has its gain in its middle, and nothing is louder than
    /// the loudest.
    @Test
    void manyKeepTheirGains() {
        Random random = new Random(5);
        for (int round = 0; round < 200; round++) {
            List<Stretch> all = new ArrayList<>();
            double at = 0.2 * random.nextDouble();
            for (int i = 0; i < 12; i++) {
                double end = at + 0.01 + 0.2 * random.nextDouble();
                all.add(stretch(at, end, -60 * random.nextDouble(), 0.05 * random.nextDouble()));
                at = end + (random.nextBoolean() ? 0 : 0.1 * random.nextDouble());
            }
            Curve curve = GainCurve.of(all);
            for (Stretch each : all) {
                assertThat(curve.at(each.span().middleSeconds()))
                        .isCloseTo(each.decibels(), within(1e-6));
            }
            for (int i = 0; i < curve.size(); i++) {
                assertThat(curve.point(i).value()).isBetween(GainCurve.SILENCE_DECIBELS, 1e-9);
            }
        }
    }
}
