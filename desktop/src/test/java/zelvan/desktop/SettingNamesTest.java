package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.desktop.acts.Selection;

/// Names of settings can be read, and what belongs together stands in a line.
class SettingNamesTest extends WindowTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void noNameIsCutShort(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> desk.select(Selection.ofVoice(voice("Mara double right").id())));
        for (String fold : List.of("timing", "pitch", "level", "body")) {
            robot.interact(() -> robot.lookup("#fold-" + fold).queryAs(ToggleButton.class).fire());
            WaitForAsyncUtils.waitForFxEvents(20);
            List<Slider> sliders =
                    robot.lookup(".slider").queryAllAs(Slider.class).stream()
                            .filter(s -> s.getParent().lookup(".text-field") != null && isSeen(s))
                            .toList();
            assertThat(sliders).as(fold).isNotEmpty();
            for (Slider slider : sliders) {
                Label name = (Label) slider.getParent().lookup(".label");
                assertThat(name.getWidth())
                        .as(name.getText())
                        .isGreaterThanOrEqualTo(Math.floor(name.prefWidth(-1)));
            }
            assertThat(sliders.stream().map(SettingNamesTest::left).distinct()).as(fold).hasSize(1);
        }
    }

    private static boolean isSeen(Node node) {
        return node.isVisible() && (node.getParent() == null || isSeen(node.getParent()));
    }

    private static long left(Slider slider) {
        Bounds inScene = slider.localToScene(slider.getBoundsInLocal());
        return Math.round(inScene.getMinX());
    }
}
