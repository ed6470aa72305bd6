package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
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
        robot.interact(() -> wheel(map, 0.1 * width, 60, 40, false, true));
        robot.interact(() -> wheel(map, 0.1 * width, 60, 40, false, true));
        Overview close = desk.sight().overview().get();
        assertThat(close.to() - close.from()).isLessThan(0.7);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(differing(whole, picture(robot, map))).isGreaterThan(2000);
        // The last phrase is out of sight until the strip above is clicked there, or it plays.
        robot.clickOn(at(robot, map, 0.97 * width, 4));
        assertThat(desk.sight().overview().get().to()).isEqualTo(1);
        robot.interact(() -> wheel(map, 0.5 * width, 60, 4000, false, false));
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

    /// From a cell of the left double to one of the right two phrases on: settings, keys and
    /// protection act on all six.
    @Test
    void anAreaOfCellsIsDraggedOutAndAllOfItIsSetAtOnce(FxRobot robot) {
        openDemo(robot);
        List<GuideSpan> phrases = desk.derived().get().guidePhrases();
        Voice left = voice("Mara double left");
        Voice right = voice("Mara double right");
        Node map = robot.lookup("#lock-map").query();
        robot.drag(cell(robot, map, 0, 2))
                .moveTo(cell(robot, map, 0, 3))
                .moveTo(cell(robot, map, 1, 4))
                .drop();
        assertThat(desk.selection().get())
                .isEqualTo(
                        Selection.ofCells(List.of(left.id(), right.id()), phrases.subList(2, 5)));
        assertThat(robot.lookup("#scope").queryAs(Label.class).getText())
                .isEqualTo("2 voices ▸ 3 phrases");
        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.type(KeyCode.PERIOD);
        waitUntilDerived();
        for (Voice each : List.of(voice(left.name()), voice(right.name()))) {
            for (int i = 0; i < phrases.size(); i++) {
                assertThat(each.inPhrase(phrases.get(i)).inForce(TimingSettings.SHIFT))
                        .isEqualTo(i >= 2 && i < 5 ? 5 : 0);
            }
        }
        robot.type(KeyCode.F);
        waitUntilDerived();
        // The left double leaves out one of the three.
        assertThat(hand(right.name()).protections()).hasSizeBetween(2, 3);
        assertThat(hand(left.name()).protections()).isNotEmpty();
        robot.interact(desk::undo);
        robot.interact(desk::undo);
        assertThat(desk.history().get().undoTitle().orElseThrow()).startsWith("Add");
    }

    @Test
    void shiftExtendsCtrlAddsAndANumberPicksItsColumn(FxRobot robot) {
        openDemo(robot);
        List<GuideSpan> phrases = desk.derived().get().guidePhrases();
        Node map = robot.lookup("#lock-map").query();
        Voice left = voice("Mara double left");
        Voice right = voice("Mara double right");
        robot.clickOn(cell(robot, map, 0, 1));
        robot.interact(() -> click(map, column(map, 3), row(1), true, false, 1));
        assertThat(desk.selection().get())
                .isEqualTo(
                        Selection.ofCells(List.of(left.id(), right.id()), phrases.subList(1, 4)));
        robot.interact(() -> click(map, column(map, 5), row(1), false, true, 1));
        assertThat(desk.selection().get().phrases())
                .containsExactly(phrases.get(1), phrases.get(2), phrases.get(3), phrases.get(5));
        robot.interact(() -> click(map, column(map, 2), 22, false, false, 2));
        assertThat(desk.selection().get().voiceIds()).hasSize(desk.session().followers().size());
        assertThat(desk.selection().get().phrase()).contains(phrases.get(2));
        robot.interact(() -> click(map, column(map, 4), 22, false, true, 1));
        assertThat(desk.selection().get().phrases())
                .containsExactly(phrases.get(2), phrases.get(4));
    }

    /// Ruler, guide, heading, then the doubles.
    private static double row(int index) {
        return 34 + 27 + 19 + 13 + 27 * index;
    }

    private double column(Node map, int phrase) {
        return desk.derived().get().guidePhrases().get(phrase).middleSeconds()
                / desk.derived().get().seconds()
                * map.getBoundsInLocal().getWidth();
    }

    private Point2D cell(FxRobot robot, Node map, int row, int phrase) {
        return at(robot, map, column(map, phrase), row(row));
    }

    /// With keys that the headless toolkit does not give to clicks.
    private static void click(
            Node map, double x, double y, boolean shift, boolean shortcut, int count) {
        Point2D inScene = map.localToScene(x, y);
        for (var type : List.of(MouseEvent.MOUSE_PRESSED, MouseEvent.MOUSE_CLICKED)) {
            map.fireEvent(
                    new MouseEvent(
                            type,
                            inScene.getX(),
                            inScene.getY(),
                            inScene.getX(),
                            inScene.getY(),
                            MouseButton.PRIMARY,
                            count,
                            shift,
                            shortcut,
                            false,
                            false,
                            true,
                            false,
                            false,
                            true,
                            false,
                            true,
                            null));
        }
    }

    /// Typed into the sheet; the phrases' numbers stand beside the words then, and a step back
    /// takes them away.
    @Test
    void pastedWordsNamePhrasesAndStandOverTheGuidesVowels(FxRobot robot) {
        openDemo(robot);
        Node map = robot.lookup("#lock-map").query();
        Node closeUp = robot.lookup("#close-up").query();
        WritableImage mapBefore = picture(robot, map);
        WritableImage before = picture(robot, closeUp);
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT)
                .type(KeyCode.W)
                .release(KeyCode.SHIFT, KeyCode.CONTROL);
        TextArea typed = robot.lookup("#words").queryAs(TextArea.class);
        robot.interact(() -> typed.setText("lan-terns on the pier be-low\n\nsil-ver salt"));
        robot.clickOn("OK");
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(desk.session().words())
                .containsExactly("lan-terns on the pier be-low", "sil-ver salt");
        assertThat(differing(mapBefore, picture(robot, map))).isGreaterThan(100);
        assertThat(differing(before, picture(robot, closeUp))).isGreaterThan(100);
        robot.interact(desk::undo);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(differing(before, picture(robot, closeUp))).isZero();
    }
}
