package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Spinner;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.audio.Loudness;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.desktop.sheets.PrintSheet;
import zelvan.desktop.theme.Theme;
import zelvan.session.Edit;

/// What is asked for in the sheet is printed.
class PrintSheetTest extends WindowTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void theSheetPrintsWhatIsAskedForAsItIsAskedFor(FxRobot robot, @TempDir Path folder)
            throws Exception {
        openDemo(robot);
        robot.interact(() ->
                new PrintSheet(work.prints(), new Theme(), () -> Optional.of(folder.toFile()))
                        .alert()
                        .show());
        robot.clickOn("#print-voices").clickOn("#print-mix");
        ComboBox<?> format = robot.lookup("#print-format").queryComboBox();
        robot.interact(() -> format.getSelectionModel().select(1));
        robot.clickOn("#print-loudness");
        robot.interact(() ->
                ((Spinner<?>) robot.lookup("#print-loudness-figure").query())
                        .getEditor()
                        .setText("-21.5"));
        robot.interact(() -> desk.apply(Edit.SetMix.room(desk.session().mix(), 0.4)));
        robot.clickOn("#print-room");
        robot.clickOn("#print-go");
        waitUntil(() -> said().stream().anyMatch(m -> m.startsWith("Printed the mix")));

        Path mix = folder.resolve(desk.session().name() + " (mix).wav");
        SoundFile printed = SoundFiles.read(mix);
        assertThat(printed.format()).isEqualTo(SoundFormat.WAV_16);
        assertThat(printed.sound().channelCount()).isEqualTo(2);
        Loudness meter = new Loudness(RATE, 2);
        meter.add(
                new float[][] {printed.sound().channel(0), printed.sound().channel(1)},
                printed.sound().frames());
        assertThat(meter.integratedLufs()).isCloseTo(-21.5, within(0.1));
        assertThat(said()).anyMatch(m -> m.contains("to -21.5 LUFS"));
        try (var files = Files.list(folder)) {
            assertThat(files).containsExactly(mix);
        }
    }
}
