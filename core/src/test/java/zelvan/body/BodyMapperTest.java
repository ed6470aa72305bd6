package zelvan.body;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.render.LowCut;
import zelvan.render.LowCuts;
import zelvan.setting.Settings;
import zelvan.units.Curve;
import zelvan.units.RecordedSpan;

class BodyMapperTest {
    private static final BodySettings PLAIN = BodySettings.of(Settings.NONE);
    private static final BodySettings LOWER =
            BodySettings.of(
                    Settings.of(BodySettings.FORMANTS, -2.0)
                            .with(BodySettings.OF_HARMONICS.getFirst(), -6.0));

    @Test
    void whereNothingIsSetNothingIsDone() {
        Body body = BodyMapper.map(PLAIN, List.of());
        assertThat(body.formantCents().size()).isZero();
        assertThat(body.harmonics().decibels()).allMatch(c -> c.size() == 0);
    }

    /// In the phrase all of it, outside nothing, and straight lines in between.
    @Test
    void aPhraseIsLedIntoAndOutOf() {
        Body body =
                BodyMapper.map(
                        PLAIN, List.of(new BodyMapper.Stretch(new RecordedSpan(2, 3), LOWER)));
        assertThat(body.formantCents().at(1.94)).isZero();
        assertThat(body.formantCents().at(1.975)).isCloseTo(-100, within(1e-6));
        assertThat(body.formantCents().at(2.5)).isCloseTo(-200, within(1e-9));
        assertThat(body.formantCents().at(3.06)).isZero();
        assertThat(body.harmonics().decibels().getFirst().at(2.5)).isCloseTo(-6, within(1e-9));
        assertThat(body.harmonics().decibels().get(1).most()).isZero();
    }

    @Test
    void neighboursGoOverIntoEachOther() {
        BodySettings higher = BodySettings.of(Settings.of(BodySettings.FORMANTS, 4.0));
        Body body =
                BodyMapper.map(
                        PLAIN,
                        List.of(
                                new BodyMapper.Stretch(new RecordedSpan(2, 3), LOWER),
                                new BodyMapper.Stretch(new RecordedSpan(3.02, 4), higher)));
        assertThat(body.formantCents().at(3.01)).isCloseTo(100, within(1e-6));
        double last = body.formantCents().at(1.9);
        for (double t = 1.9; t < 4.1; t += 0.001) {
            assertThat(Math.abs(body.formantCents().at(t) - last)).isLessThan(31);
            last = body.formantCents().at(t);
        }
    }

    /// Each holds in all of its phrase however near the next one is, and nothing dips in between.
    @ParameterizedTest
    @ValueSource(doubles = {0, 0.001, 0.03, 0.049, 0.051, 0.07, 0.099})
    void neighboursHoldInAllOfTheirPhrases(double gap) {
        BodySettings higher = BodySettings.of(Settings.of(BodySettings.FORMANTS, 4.0));
        Curve same = cents(gap, LOWER);
        for (double t = 2; t < 4 + gap; t += 0.01) {
            assertThat(same.at(t)).as("%.2f s", t).isCloseTo(-200, within(1e-6));
        }
        Curve cents = cents(gap, higher);
        for (double t = 2; t < 2.97; t += 0.01) {
            assertThat(cents.at(t)).as("%.2f s", t).isCloseTo(-200, within(1e-6));
        }
        for (double t = 2.97; t < 3.03 + gap; t += 0.001) {
            assertThat(cents.at(t + 0.001)).isGreaterThanOrEqualTo(cents.at(t) - 1e-9);
        }
        for (double t = 3.03 + gap; t < 4 + gap; t += 0.01) {
            assertThat(cents.at(t)).as("%.2f s", t).isCloseTo(400, within(1e-6));
        }
    }

    private static Curve cents(double gap, BodySettings second) {
        return BodyMapper.map(
                        PLAIN,
                        List.of(
                                new BodyMapper.Stretch(new RecordedSpan(2, 3), LOWER),
                                new BodyMapper.Stretch(new RecordedSpan(3 + gap, 4 + gap), second)))
                .formantCents();
    }

    @Test
    void aLowCutIsOffOrAtLeastTwentyHertz() {
        Settings steep =
                Settings.of(BodySettings.LOW_CUT, 80.0)
                        .with(BodySettings.LOW_CUT_SLOPE, LowCut.Slope.STEEP);
        assertThat(PLAIN.lowCut()).isEqualTo(LowCut.NONE);
        assertThat(BodySettings.of(steep).lowCut()).isEqualTo(new LowCut(80, LowCut.Slope.STEEP));
        assertThat(BodySettings.LOW_CUT.parse("off")).isLessThan(LowCut.LEAST_HERTZ);
        LowCuts cuts =
                BodyMapper.map(
                                PLAIN,
                                List.of(
                                        new BodyMapper.Stretch(
                                                new RecordedSpan(2, 3), BodySettings.of(steep))))
                        .lowCuts();
        assertThat(cuts.elsewhere()).isEqualTo(LowCut.NONE);
        assertThat(cuts.stretches())
                .containsExactly(
                        new LowCuts.Stretch(
                                new RecordedSpan(2, 3), new LowCut(80, LowCut.Slope.STEEP)));
    }
}
