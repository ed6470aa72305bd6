package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.application.Platform;
import javafx.scene.image.WritableImage;
import javafx.stage.Stage;
import org.jspecify.annotations.NullUnmarked;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.derived.DerivedVoice;
import zelvan.play.Program;
import zelvan.singers.DemoSession;

/// A song that nobody has opened before.
@NullUnmarked // TestFX sets the fields
class OpeningTest extends WindowTestBase {
    private static final double SECONDS = 20;

    private Path song;

    @Start
    void start(Stage stage) throws Exception {
        song = Files.createDirectories(folder.resolve("new " + System.nanoTime()));
        for (String name :
                List.of(DemoSession.GUIDE, "Mara double left.wav", "Wren high harmony.wav")) {
            excerpt(name, SECONDS, song.resolve(name));
        }
        open(stage);
    }

    /// Rows, ribbons and sound are there before anything is listened to; the picture changes when
    /// the voices lock.
    @Test
    void allTracksAreSeenAndHeardFirst(FxRobot robot) {
        List<Program> heard = new ArrayList<>();
        List<WritableImage> maps = new ArrayList<>();
        robot.interact(() ->
                desk.derived()
                        .subscribe(derived -> {
                            boolean opened =
                                    derived.voices().size() == 3
                                            && derived.voices().values().stream()
                                                    .allMatch(DerivedVoice::isOnlyOpened);
                            if (opened && heard.isEmpty()) {
                                heard.add(work.playback().program());
                                Platform.runLater(() ->
                                        maps.add(
                                                window.scene()
                                                        .lookup("#lock-map")
                                                        .snapshot(null, null)));
                            }
                        }));
        WritableImage empty = picture(robot, window.scene().lookup("#lock-map"));
        openNew(robot);
        assertThat(heard).hasSize(1);
        assertThat(heard.getFirst().tracks()).hasSize(3);
        assertThat(maps).hasSize(1);
        WritableImage locked = picture(robot, window.scene().lookup("#lock-map"));
        assertThat(differing(maps.getFirst(), empty)).isGreaterThan(500);
        assertThat(differing(maps.getFirst(), locked)).isGreaterThan(500);
    }

    private void openNew(FxRobot robot) {
        robot.interact(() -> work.documents().open(List.of(song)));
        waitUntilDerived();
    }
}
