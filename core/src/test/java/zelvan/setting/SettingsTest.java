package zelvan.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.session.KnownSettings;
import zelvan.session.StartingPoint;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

class SettingsTest {
    @ParameterizedTest
    @CsvSource({
        "85, 85, 85 %",
        "' 62,5 ', 62.5, 62.5 %",
        "0, 0, 0 %",
        "100, 100, 100 %",
        "1e1, 10, 10 %"
    })
    void amountsAreTypedAndShown(String typed, double value, String shown) {
        assertThat(TimingSettings.PULL.parse(typed)).isEqualTo(value);
        assertThat(TimingSettings.PULL.shown(value)).isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource({"-1", "100.01", "NaN", "much", "''", "Infinity"})
    void whatIsNoAmountIsRefused(String typed) {
        assertThatThrownBy(() -> TimingSettings.PULL.parse(typed))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageStartingWith("timing-pull must be 0 to 100 %, was ");
    }

    /// No bound has a word of its own, typed, shown and in files.
    @Test
    void thereMayBeNoLimit() {
        assertThat(TimingSettings.LIMIT.parse(" None ")).isEqualTo(TimingSettings.LIMIT.most());
        assertThat(TimingSettings.LIMIT.shown(10_000.0)).isEqualTo("none");
        assertThat(TimingSettings.LIMIT.written(10_000.0)).isEqualTo("none");
        assertThat(TimingSettings.LIMIT.written(25.0)).isEqualTo(25.0);
        assertThat(TimingSettings.of(Settings.NONE).limitSeconds()).isInfinite();
        assertThat(TimingSettings.of(Settings.of(TimingSettings.LIMIT, 25.0)).limitSeconds())
                .isEqualTo(0.025);
        assertThatThrownBy(() -> TimingSettings.SLACK.parse("none"))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void choicesAreTypedAsOneWordWhateverTheyAreCalled() {
        assertThat(TuningSettings.TARGET.parse("OCTAVE")).isEqualTo(PitchTarget.OCTAVE);
        assertThat(TuningSettings.TARGET.shown(PitchTarget.OCTAVE)).isEqualTo("nearest octave");
        assertThat(TuningSettings.TARGET.parse("off")).isEqualTo(PitchTarget.OWN);
        assertThatThrownBy(() -> TimingSettings.LINE_UP.parse("off"))
                .hasMessage("line-up must be one of vowels, consonants, both, was “off”");
    }

    /// Whatever a value is, it is read as it was written.
    @Test
    void whatIsWrittenIsReadAgain() {
        for (StartingPoint point : StartingPoint.values()) {
            for (Setting<?> setting : KnownSettings.all()) {
                assertReadAgain(setting, point.settings());
            }
        }
        assertThat(TimingSettings.PULL.parse(TimingSettings.PULL.typed(100.0 / 3)))
                .isEqualTo(100.0 / 3);
    }

    private static <T> void assertReadAgain(Setting<T> setting, Settings settings) {
        T value = settings.inForce(setting);
        assertThat(setting.parse(setting.typed(value))).isEqualTo(value);
        assertThat(setting.checked(value)).isEqualTo(value);
    }

    @Test
    void everyWordIsOfOneSettingAndItsUsualValueIsOneOfIts() {
        assertThat(KnownSettings.all()).extracting(Setting::word).doesNotHaveDuplicates();
        KnownSettings.all().forEach(s -> assertThat(KnownSettings.named(s.word())).contains(s));
        assertReadAgain(TimingSettings.LINE_UP, Settings.NONE);
    }

    @Test
    void whatIsSetLiesOverWhatStandsAbove() {
        Settings stack =
                Settings.of(TimingSettings.PULL, 80.0).with(TimingSettings.LINE_UP, LineUp.VOWELS);
        Settings voice = Settings.of(TimingSettings.PULL, 100.0);
        Settings inForce = voice.over(stack);
        assertThat(inForce.inForce(TimingSettings.PULL)).isEqualTo(100);
        assertThat(inForce.inForce(TimingSettings.LINE_UP)).isEqualTo(LineUp.VOWELS);
        assertThat(inForce.inForce(TimingSettings.SLACK)).isZero();
        assertThat(inForce.without(List.of(TimingSettings.PULL)).get(TimingSettings.PULL))
                .isEmpty();
        assertThat(Settings.NONE.over(stack)).isEqualTo(stack);
        assertThat(voice.set()).containsExactly(TimingSettings.PULL);
    }

    @Test
    void stagesSeeTheirOwnUnits() {
        Settings settings =
                Settings.of(TimingSettings.PULL, 7.0)
                        .with(TimingSettings.SLACK, 8.0)
                        .with(TuningSettings.DETAIL, 29.0);
        assertThat(TimingSettings.of(settings))
                .isEqualTo(new TimingSettings(0.07, 0.008, LineUp.BOTH));
        assertThat(TuningSettings.of(settings).detail()).isEqualTo(0.29);
        assertThat(TuningSettings.of(Settings.NONE)).isEqualTo(TuningSettings.OFF);
    }
}
