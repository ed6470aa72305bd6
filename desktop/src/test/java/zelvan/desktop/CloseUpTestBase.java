package zelvan.desktop;

import javafx.event.ActionEvent;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.align.Anchor;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Viewport;

/// The close-up with the two doubles of the demo: where they are on the screen, and what they sound
/// like.
@org.jspecify.annotations.NullUnmarked // set when the demo is open
abstract class CloseUpTestBase extends WindowTestBase {
    static final String LEFT = "Mara double left";
    static final String RIGHT = "Mara double right";

    // The lanes of the doubles: ruler, guide, left, right; beads lie two thirds down.
    static final double LANES_TOP = 22 + 62;
    static final double BEAD_SHARE = 0.67;

    Node closeUp;

    void openDoubles(FxRobot robot, double from, double to) {
        openDemo(robot);
        robot.interact(() -> {
            desk.select(Selection.ofVoice(voice(RIGHT).id()));
            desk.sight().show(new Viewport(from, to));
        });
        WaitForAsyncUtils.waitForFxEvents();
        closeUp = robot.lookup("#close-up").query();
    }

    double width() {
        return closeUp.getBoundsInLocal().getWidth();
    }

    /// A point on a double's ribbon.
    Point2D on(FxRobot robot, String name, double shownSeconds) {
        double lane = Math.clamp((closeUp.getBoundsInLocal().getHeight() - LANES_TOP) / 2, 54, 128);
        double top = LANES_TOP + (name.equals(RIGHT) ? lane : 0);
        return at(
                robot,
                closeUp,
                desk.sight().viewport().get().x(shownSeconds, width()),
                top + BEAD_SHARE * lane);
    }

    double sounds(String name, double sourceSeconds) {
        return derived(name).timing().map().outputSecondsAt(sourceSeconds);
    }

    /// The first bead after a moment of the guide.
    Anchor bead(String name, double afterGuideSeconds) {
        return derived(name).alignment().anchors().stream()
                .filter(a -> a.kind().isPresent() && a.guideSeconds() > afterGuideSeconds)
                .findFirst()
                .orElseThrow();
    }

    void drag(FxRobot robot, Point2D from, double pixels, KeyCode... keys) {
        for (KeyCode key : keys) {
            robot.press(key);
        }
        robot.moveTo(from).press(MouseButton.PRIMARY);
        for (int step = 1; step <= 5; step++) {
            robot.moveTo(from.add(pixels * step / 5, 0));
        }
        robot.release(MouseButton.PRIMARY);
        for (KeyCode key : keys) {
            robot.release(key);
        }
        waitUntilDerived();
    }

    void type(FxRobot robot, KeyCode... keys) {
        robot.interact(() -> closeUp.requestFocus());
        robot.press(keys);
        robot.release(keys);
        waitUntilDerived();
    }

    /// Types a value into a field of the settings.
    void set(FxRobot robot, String id, String text) {
        TextField field = robot.lookup(id).queryAs(TextField.class);
        robot.interact(() -> {
            field.setText(text);
            field.getOnAction().handle(new ActionEvent());
        });
        waitUntilDerived();
    }
}
