package zelvan.level;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.setting.Settings;
import zelvan.units.RecordedSpan;

class LevelSettingsTest {
    /// What exceeds the slack is taken away by the pull.
    @ParameterizedTest
    @CsvSource({"100, 0, 6, -6", "50, 0, -6, 3", "100, 2, 6, -4", "50, 2, -6, 2", "100, 2, 1.5, 0"})
    void pullTakesAwayWhatExceedsTheSlack(
            double pullPercent, double slack, double off, double moved) {
        LevelSettings settings =
                LevelSettings.of(
                        Settings.of(LevelSettings.PULL, pullPercent)
                                .with(LevelSettings.SLACK, slack));
        assertThat(settings.moveDecibels(off)).isCloseTo(moved, within(1e-12));
    }

    @Test
    void whatIsOutIsTypedSo() {
        assertThat(LevelSettings.ESSES.parse("out")).isEqualTo(LevelSettings.OUT_DECIBELS);
        assertThat(LevelSettings.ESSES.typed(-60.0)).isEqualTo("out");
        assertThat(LevelSettings.ESSES.written(-60.0)).isEqualTo("out");
        assertThat(LevelSettings.ESSES.parse("-9")).isEqualTo(-9);
        assertThatThrownBy(() -> LevelSettings.ESSES.parse("-61"))
                .hasMessageContaining("esses must be out to 12 dB");
    }

    @Test
    void whatCannotBeIsRefused() {
        RecordedSpan span = new RecordedSpan(1, 2);
        assertThatThrownBy(() -> new LevelEdit(span, -61, 0))
                .hasMessageContaining("decibels must be -60 to 24");
        assertThatThrownBy(() -> new LevelEdit(span, 0, 11))
                .hasMessageContaining("fadeSeconds must be 0 to 10");
        assertThatThrownBy(() -> new SoundEdit(SideSound.Kind.ESS, span, true, Optional.of(30.0)))
                .hasMessageContaining("decibels must be -60 to 24");
    }
}
