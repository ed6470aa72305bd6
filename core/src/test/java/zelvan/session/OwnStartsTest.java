package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.setting.Settings;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;

class OwnStartsTest {
    @TempDir Path folder;

    private static final Settings GANG =
            Settings.of(TimingSettings.PULL, 72.5).with(TimingSettings.LINE_UP, LineUp.VOWELS);

    @Test
    void whatIsKeptIsThereInTheNextRun() throws Exception {
        Path file = folder.resolve("new").resolve("starts.json");
        assertThat(OwnStarts.read(file)).isEqualTo(OwnStarts.NONE);
        OwnStarts starts =
                OwnStarts.NONE
                        .with(" gang, loose ", GANG)
                        .with("Äther", StartingPoint.RAP.settings());
        starts.keep(file);
        assertThat(OwnStarts.read(file)).isEqualTo(starts);
        assertThat(starts.byName().keySet()).containsExactly("gang, loose", "Äther");
        starts.with("gang, loose", Settings.NONE).without("Äther").keep(file);
        assertThat(OwnStarts.read(file).byName())
                .containsExactly(java.util.Map.entry("gang, loose", Settings.NONE));
    }

    @Test
    void aNameSaysSomething() {
        assertThatThrownBy(() -> OwnStarts.NONE.with("  ", GANG))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void whatCannotBeReadIsSaidAndLeft() throws Exception {
        Path torn = Files.writeString(folder.resolve("starts.json"), "{\"gang\": {\"pull\"");
        assertThatThrownBy(() -> OwnStarts.read(torn))
                .isInstanceOf(SessionProblem.class)
                .hasMessageContaining("starts.json");
        assertThat(torn).content().isEqualTo("{\"gang\": {\"pull\"");
    }
}
