package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.control.Slider;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.align.Anchor;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.acts.Selection;
import zelvan.play.Version;

/// Beads mended in the close-up, with mouse and keys; what is seen and what is heard.
class BeadTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void draggingABeadHoldsItThereAndUndoLetsGo(FxRobot robot) {
        openDoubles(robot, 2, 5);
        Anchor anchor = bead(RIGHT, 3.1);
        double shown = sounds(RIGHT, anchor.sourceSeconds());
        float[] soundBefore = locked(RIGHT, 3);
        WritableImage pictureBefore = picture(robot, closeUp);
        drag(robot, on(robot, RIGHT, shown), -20);
        assertThat(hand(RIGHT).anchors())
                .singleElement()
                .satisfies(a -> {
                    assertThat(a.held()).isTrue();
                    assertThat(a.sourceSeconds()).isCloseTo(anchor.sourceSeconds(), within(1e-9));
                });
        double pixel = desk.sight().viewport().get().seconds() / width();
        assertThat(sounds(RIGHT, anchor.sourceSeconds()))
                .isCloseTo(shown - 20 * pixel, within(8 * pixel));
        assertThat(undoTitle()).startsWith("Mara double right: hold at 0:0");
        assertThat(Arrays.mismatch(soundBefore, locked(RIGHT, 3))).isNotEqualTo(-1);
        assertThat(differing(pictureBefore, picture(robot, closeUp))).isGreaterThan(50);
        float[] elsewhere = locked(RIGHT, 34);

        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(hand(RIGHT).anchors()).isEmpty();
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isEqualTo(shown);
        assertThat(Arrays.mismatch(soundBefore, locked(RIGHT, 3))).isEqualTo(-1);
        // Half a song away nothing was matched anew.
        assertThat(Arrays.mismatch(elsewhere, locked(RIGHT, 34))).isEqualTo(-1);
    }

    @Test
    void theSameSyllableInAllSelectedVoicesIsOneGesture(FxRobot robot) {
        openDoubles(robot, 2, 5);
        robot.interact(() ->
                desk.select(
                        new Selection(
                                Optional.empty(),
                                List.of(voice(RIGHT).id(), voice(LEFT).id()),
                                Optional.empty())));
        waitUntilDerived();
        Anchor anchor = bead(RIGHT, 3.1);
        drag(robot, on(robot, RIGHT, sounds(RIGHT, anchor.sourceSeconds())), 24);
        Anchor right = hand(RIGHT).anchors().getFirst();
        Anchor left = hand(LEFT).anchors().getFirst();
        assertThat(left.guideSeconds()).isEqualTo(right.guideSeconds());
        assertThat(sounds(LEFT, left.sourceSeconds()))
                .isCloseTo(sounds(RIGHT, right.sourceSeconds()), within(1e-6));
        assertThat(undoTitle()).startsWith("2 voices: hold at");
        robot.interact(desk::undo);
        assertThat(hand(LEFT).anchors()).isEmpty();
        assertThat(hand(RIGHT).anchors()).isEmpty();
    }

    @Test
    void keysNudgeTheBeadAndLetItGo(FxRobot robot) {
        openDoubles(robot, 2, 5);
        Anchor anchor = bead(RIGHT, 3.1);
        double shown = sounds(RIGHT, anchor.sourceSeconds());
        robot.clickOn(on(robot, RIGHT, shown));
        assertThat(desk.focus().get())
                .isEqualTo(new Focus.OnBead(voice(RIGHT).id(), anchor.sourceSeconds()));
        type(robot, KeyCode.SHIFT, KeyCode.RIGHT);
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isCloseTo(shown + 0.001, within(1e-6));
        type(robot, KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.LEFT);
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isCloseTo(shown - 0.004, within(1e-6));
        type(robot, KeyCode.G);
        double guide =
                new Repairs(desk.now())
                        .guideLandmarks().stream()
                                .mapToDouble(l -> l.seconds())
                                .boxed()
                                .min(java.util.Comparator.comparingDouble(t -> Math.abs(t - shown)))
                                .orElseThrow();
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isCloseTo(guide, within(1e-6));
        type(robot, KeyCode.L);
        assertThat(hand(RIGHT).anchors()).isEmpty();
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isEqualTo(shown);
    }

    @Test
    void aLandmarkIsReplacedWithoutMovingAudioAsRecorded(FxRobot robot) {
        openDoubles(robot, 2, 5);
        robot.interact(() -> desk.apply(pull(50)));
        robot.interact(() -> desk.hearing().hear(Version.RAW));
        waitUntilDerived();
        robot.sleep(400);
        Anchor anchor = bead(RIGHT, 3.1);
        dragWithShift(on(robot, RIGHT, anchor.sourceSeconds()), robot, 12);
        Anchor placed = hand(RIGHT).anchors().getFirst();
        double pixel = desk.sight().viewport().get().seconds() / width();
        assertThat(placed.origin()).isEqualTo(Anchor.Origin.PLACED);
        assertThat(placed.guideSeconds()).isEqualTo(anchor.guideSeconds());
        assertThat(placed.sourceSeconds())
                .isCloseTo(anchor.sourceSeconds() + 12 * pixel, within(2 * pixel));
        // At half pull a placed landmark keeps half of its offset from where its phrase is put,
        // where
        // a held one has none.
        double place = derived(RIGHT).timing().placement().secondsAt(placed.sourceSeconds());
        double feel = placed.sourceSeconds() - placed.guideSeconds() - place;
        assertThat(Math.abs(feel)).isGreaterThan(0.006);
        assertThat(sounds(RIGHT, placed.sourceSeconds()))
                .isCloseTo(placed.guideSeconds() + feel / 2, within(0.003));
        assertThat(undoTitle()).startsWith("Mara double right: landmark at");
    }

    /// Of the robot's keys the platform without a display does not tell the mouse.
    private void dragWithShift(Point2D from, FxRobot robot, double pixels) {
        Point2D corner = at(robot, closeUp, 0, 0);
        double x = from.getX() - corner.getX();
        double y = from.getY() - corner.getY();
        robot.interact(() -> {
            fire(MouseEvent.MOUSE_PRESSED, x, y);
            for (int step = 1; step <= 5; step++) {
                fire(MouseEvent.MOUSE_DRAGGED, x + pixels * step / 5, y);
            }
            fire(MouseEvent.MOUSE_RELEASED, x + pixels, y);
        });
        waitUntilDerived();
    }

    private void fire(EventType<MouseEvent> type, double x, double y) {
        Point2D inScene = closeUp.localToScene(x, y);
        Event.fireEvent(
                closeUp,
                new MouseEvent(
                        type,
                        inScene.getX(),
                        inScene.getY(),
                        x,
                        y,
                        MouseButton.PRIMARY,
                        1,
                        true,
                        false,
                        false,
                        false,
                        true,
                        false,
                        false,
                        false,
                        false,
                        true,
                        null));
    }

    @Test
    void landmarksAreAddedAndTakenAway(FxRobot robot) {
        openDoubles(robot, 2, 5);
        long before = beads(RIGHT);
        Anchor first = bead(RIGHT, 3.3);
        Anchor next = bead(RIGHT, first.guideSeconds() + 0.1);
        double between = (first.sourceSeconds() + next.sourceSeconds()) / 2;
        robot.doubleClickOn(on(robot, RIGHT, sounds(RIGHT, between)));
        waitUntilDerived();
        assertThat(beads(RIGHT)).isEqualTo(before + 1);
        assertThat(hand(RIGHT).anchors().getFirst().origin()).isEqualTo(Anchor.Origin.PLACED);
        type(robot, KeyCode.DELETE);
        assertThat(beads(RIGHT)).isEqualTo(before);
        robot.clickOn(on(robot, RIGHT, sounds(RIGHT, first.sourceSeconds())));
        type(robot, KeyCode.DELETE);
        assertThat(beads(RIGHT)).isEqualTo(before - 1);
        assertThat(undoTitle()).isEqualTo("Mara double right: landmark taken away");
    }

    private long beads(String name) {
        return derived(name).alignment().anchors().stream()
                .filter(a -> a.kind().isPresent() && a.guideSeconds() > 2 && a.guideSeconds() < 5)
                .count();
    }

    @Test
    void sensitivityShowsMoreBeadsOrFewer(FxRobot robot) {
        openDoubles(robot, 2, 8);
        long usual =
                derived(RIGHT).alignment().anchors().stream()
                        .filter(a -> a.kind().isPresent())
                        .count();
        Slider slider = robot.lookup("#sensitivity").queryAs(Slider.class);
        robot.interact(() -> slider.setValue(10));
        waitUntilDerived();
        long few =
                derived(RIGHT).alignment().anchors().stream()
                        .filter(a -> a.kind().isPresent())
                        .count();
        zelvan.timing.TimeMap coarse = derived(RIGHT).timing().map();
        robot.interact(() -> slider.setValue(100));
        waitUntilDerived();
        long many =
                derived(RIGHT).alignment().anchors().stream()
                        .filter(a -> a.kind().isPresent())
                        .count();
        assertThat(few).isLessThan(usual);
        assertThat(many).isGreaterThan(usual);
        assertThat(derived(RIGHT).timing().map()).isNotEqualTo(coarse);
        assertThat(undoTitle()).isEqualTo("Mara double right: sensitivity 100 %");
    }
}
