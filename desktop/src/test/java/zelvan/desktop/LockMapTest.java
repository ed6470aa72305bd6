package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import javafx.event.Event;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.ScrollEvent;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Overview;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// The lock map, with mouse and keys.
class LockMapTest extends WindowTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void aClickInTheLockMapVisitsThePhraseAndAKeyProtectsIt(FxRobot robot) {
        openDemo(robot);
        Voice left = voice("Mara double left");
        Node map = robot.lookup("#lock-map").query();
        GuideSpan phrase = desk.derived().get().guidePhrases().get(2);
        double x =
                phrase.middleSeconds()
                        / desk.derived().get().seconds()
                        * map.getBoundsInLocal().getWidth();
        // Ruler, guide, heading, then the left double.
        robot.clickOn(at(robot, map, x, 34 + 27 + 19 + 13));
        assertThat(desk.selection().get()).isEqualTo(Selection.ofCell(left.id(), phrase));
        assertThat(desk.sight().viewport().get().startSeconds()).isLessThan(phrase.startSeconds());
        assertThat(desk.hearing().looping().get()).isTrue();

        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.type(KeyCode.F);
        waitUntilDerived();
        assertThat(hand(left.name()).protections()).hasSize(1);
        RecordedSpan span = hand(left.name()).protections().getFirst().span();
        double moved =
                derived(left.name()).timing().map().outputSecondsAt(span.middleSeconds())
                        - span.middleSeconds();
        float[] source = derived(left.name()).file().orElseThrow().sound().channel(0);
        int from = (int) (span.startSeconds() * RATE) + 100;
        float[] out = new float[(int) (span.seconds() * RATE) - 200];
        derived(left.name())
                .locked()
                .orElseThrow()
                .read(0, from + Math.round(moved * RATE), out, out.length);
        assertThat(Arrays.mismatch(out, Arrays.copyOfRange(source, from, from + out.length)))
                .isEqualTo(-1);

        robot.type(KeyCode.F);
        waitUntilDerived();
        assertThat(hand(left.name()).protections()).isEmpty();
    }

    @Test
    void theLockMapZoomsFollowsAndGoesBackToTheWholeSong(FxRobot robot) {
        openDemo(robot);
        Node map = robot.lookup("#lock-map").query();
        double width = map.getBoundsInLocal().getWidth();
        GuideSpan last = desk.derived().get().guidePhrases().getLast();
        WritableImage whole = picture(robot, map);
        robot.interact(() -> wheel(map, 0.1 * width, 60, 40, true));
        robot.interact(() -> wheel(map, 0.1 * width, 60, 40, true));
        Overview close = desk.sight().overview().get();
        assertThat(close.to() - close.from()).isLessThan(0.7);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(differing(whole, picture(robot, map))).isGreaterThan(2000);
        // The last phrase is out of sight until the strip above is clicked there, or it plays.
        robot.clickOn(at(robot, map, 0.97 * width, 4));
        assertThat(desk.sight().overview().get().to()).isEqualTo(1);
        robot.interact(() -> wheel(map, 0.5 * width, 60, 4000, false));
        robot.interact(() -> desk.sight().overlook(close));
        robot.interact(() -> {
            desk.hearing().player().seek(last.middleSeconds());
            desk.hearing().playOrStop();
        });
        waitUntil(() -> desk.sight().overview().get().from() > close.from());
        robot.interact(desk.hearing()::playOrStop);

        robot.type(KeyCode.E);
        assertThat(desk.sight().overview().get().columns()).isEqualTo(Overview.Columns.EQUAL);
        int phrases = desk.derived().get().guidePhrases().size();
        // Ruler, guide, heading, then the left double; the fourth of equally wide columns.
        robot.clickOn(at(robot, map, 3.5 / phrases * width, 34 + 27 + 19 + 13));
        assertThat(desk.selection().get().phrase())
                .contains(desk.derived().get().guidePhrases().get(3));
        robot.type(KeyCode.W);
        assertThat(desk.sight().overview().get().isWhole()).isTrue();
    }

    @Test
    void aPhraseOfTwoVoicesIsShiftedByKeyFromWhereEachIs(FxRobot robot) {
        openDemo(robot);
        Voice left = voice("Mara double left");
        Voice right = voice("Mara double right");
        GuideSpan phrase = desk.derived().get().guidePhrases().get(2);
        robot.interact(() -> {
            desk.apply(pull(100));
            desk.select(Selection.ofCell(right.id(), phrase));
        });
        waitUntilDerived();
        double source = derived(right.name()).alignment().sourceSecondsAt(phrase.middleSeconds());
        double before = derived(right.name()).timing().map().outputSecondsAt(source);
        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.type(KeyCode.PERIOD).type(KeyCode.PERIOD);
        robot.interact(() -> desk.select(desk.selection().get().togglingCell(left.id(), phrase)));
        robot.type(KeyCode.COMMA);
        waitUntilDerived();
        assertThat(voice(right.name()).inPhrase(phrase).inForce(TimingSettings.SHIFT)).isEqualTo(5);
        assertThat(voice(left.name()).inPhrase(phrase).inForce(TimingSettings.SHIFT)).isEqualTo(-5);
        assertThat(derived(right.name()).timing().map().outputSecondsAt(source) - before)
                .isCloseTo(0.005, within(0.001));
        robot.press(KeyCode.CONTROL, KeyCode.Z).release(KeyCode.Z, KeyCode.CONTROL);
        assertThat(voice(right.name()).inPhrase(phrase).inForce(TimingSettings.SHIFT))
                .isEqualTo(10);
    }

    private static void wheel(Node node, double x, double y, double delta, boolean shortcut) {
        Point2D inScene = node.localToScene(x, y);
        Event.fireEvent(
                node,
                new ScrollEvent(
                        ScrollEvent.SCROLL,
                        x,
                        y,
                        inScene.getX(),
                        inScene.getY(),
                        false,
                        shortcut,
                        false,
                        false,
                        false,
                        false,
                        0,
                        delta,
                        0,
                        delta,
                        ScrollEvent.HorizontalTextScrollUnits.NONE,
                        0,
                        ScrollEvent.VerticalTextScrollUnits.NONE,
                        0,
                        0,
                        null));
    }
}
