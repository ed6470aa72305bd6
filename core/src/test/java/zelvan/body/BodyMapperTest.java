package zelvan.body;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.render.LowCut;
import zelvan.render.LowCuts;
import zelvan.setting.Settings;
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
