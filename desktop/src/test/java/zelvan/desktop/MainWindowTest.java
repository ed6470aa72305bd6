package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import javafx.event.Event;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.MenuBar;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.ScrollEvent;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.audio.SoundFiles;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Overview;
import zelvan.desktop.work.Prints;
import zelvan.desktop.work.Work;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.play.Version;
import zelvan.session.Autosave;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.singers.DemoSession;
import zelvan.timing.TimingSettings;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// The real window, driven with mouse and keys on a platform without a display.
class MainWindowTest extends WindowTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void anEmptyWindowSaysWhatToDoFirst(FxRobot robot) {
        assertThat(robot.lookup("#empty").query().isVisible()).isTrue();
        assertThat(robot.lookup(".empty-title").queryAs(Label.class).getText())
                .contains("Drop a folder");
        assertThat(robot.lookup("#output").queryAs(Label.class).getText())
                .isEqualTo("output: simulated, 64 ms");
    }

    @Test
    void fromAFolderToALockedStackThatPlaysInThreeActions(FxRobot robot) {
        openDemo(robot);
        assertThat(desk.session().name()).isEqualTo(DemoSession.NAME);
        assertThat(desk.session().guide().map(Voice::name)).contains("Mara lead");
        assertThat(desk.session().followers()).hasSize(6);
        double atFirst = medianErrorMillis("Mara double right");
        assertThat(atFirst).isBetween(5.0, 15.0);

        TextField pull = robot.lookup("#timing-pull-field").queryAs(TextField.class);
        robot.interact(() -> {
            pull.setText("100");
            pull.getOnAction().handle(new javafx.event.ActionEvent());
        });
        waitUntilDerived();
        assertThat(medianErrorMillis("Mara double right")).isLessThan(atFirst);

        robot.clickOn("#play");
        waitUntil(() -> output.writtenFrames() > 3L * RATE);
        robot.clickOn("#play");
        float[] heard = output.lastLeft(RATE);
        double peak = 0;
        for (float sample : heard) {
            peak = Math.max(peak, Math.abs(sample));
        }
        assertThat(peak).isGreaterThan(0.05);
    }

    @Test
    void whatIsTypedIsTakenOrWhatIsInForceStandsThereAgain(FxRobot robot) {
        openDemo(robot);
        TextField pull = robot.lookup("#timing-pull-field").queryAs(TextField.class);
        String[][] typedAndShown = {
            {"62,5", "62.5"}, {" 40 ", "40"}, {"150", "100"}, {"NaN", "100"}, {"half", "100"}
        };
        for (String[] each : typedAndShown) {
            robot.interact(pull::requestFocus);
            robot.interact(() -> pull.setText(each[0]));
            robot.type(KeyCode.ENTER);
            assertThat(pull.getText()).as(each[0]).isEqualTo(each[1]);
            assertThat(desk.session().stacks())
                    .allSatisfy(s ->
                            assertThat(s.settings().inForce(TimingSettings.PULL))
                                    .isEqualTo(Double.parseDouble(each[1])));
        }
        robot.interact(() -> pull.setText("7"));
        robot.interact(() -> window.scene().getRoot().requestFocus());
        assertThat(pull.getText()).isEqualTo("100");
        assertThat(inForce("Mara double left", TimingSettings.PULL)).isEqualTo(100);
    }

    @Test
    void aSliderChangesSessionFiguresAndSound(FxRobot robot) {
        openDemo(robot);
        Slider pull = robot.lookup("#timing-pull").queryAs(Slider.class);
        String before = robot.lookup("#lock-after").queryAs(Label.class).getText();
        float[] soundBefore = locked("Mara double right", 3);
        Bounds bounds = robot.bounds(pull).query();
        robot.clickOn(
                new Point2D(
                        bounds.getMinX() + 0.4 * bounds.getWidth(),
                        bounds.getMinY() + bounds.getHeight() / 2));
        waitUntilDerived();
        assertThat(desk.session().stacks())
                .allSatisfy(s ->
                        assertThat(s.settings().inForce(TimingSettings.PULL))
                                .isBetween(30.0, 45.0));
        assertThat(robot.lookup("#lock-after").queryAs(Label.class).getText()).isNotEqualTo(before);
        assertThat(Arrays.mismatch(soundBefore, locked("Mara double right", 3))).isNotEqualTo(-1);

        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.press(KeyCode.CONTROL, KeyCode.Z).release(KeyCode.Z, KeyCode.CONTROL);
        waitUntilDerived();
        assertThat(inForce("Mara double left", TimingSettings.PULL)).isEqualTo(90);
        assertThat(robot.lookup("#lock-after").queryAs(Label.class).getText()).isEqualTo(before);
        assertThat(Arrays.mismatch(soundBefore, locked("Mara double right", 3))).isEqualTo(-1);
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
    void aVoiceDepartsFromItsStackAndIsGivenBack(FxRobot robot) {
        openDemo(robot);
        Voice left = voice("Mara double left");
        robot.clickOn("#strip-" + left.id());
        assertThat(robot.lookup("#scope").queryAs(Label.class).getText())
                .isEqualTo("Doubles ▸ Mara double left");
        TextField slack = robot.lookup("#timing-slack-field").queryAs(TextField.class);
        robot.interact(() -> {
            slack.setText("12");
            slack.getOnAction().handle(new javafx.event.ActionEvent());
        });
        waitUntilDerived();
        assertThat(voice(left.name()).settings())
                .isEqualTo(Settings.of(TimingSettings.SLACK, 12.0));
        robot.clickOn("#give-back");
        waitUntilDerived();
        assertThat(voice(left.name()).settings().isNone()).isTrue();
    }

    @Test
    void aClickIsNotLostWhenSomethingNewArrivesInTheMiddleOfIt(FxRobot robot) {
        openDemo(robot);
        String id = voice("Odo octave").id();
        robot.moveTo("#solo-" + id).press(MouseButton.PRIMARY);
        robot.interact(() -> desk.apply(pull(100)));
        waitUntilDerived();
        robot.release(MouseButton.PRIMARY);
        assertThat(voice("Odo octave").strip().solo()).isTrue();
    }

    @Test
    void soloMuteBlendAndVersionDecideWhatIsHeard(FxRobot robot) {
        openDemo(robot);
        Voice left = voice("Mara double left");
        assertThat(work.playback().program().tracks()).hasSize(8);
        robot.clickOn("#solo-" + left.id());
        assertThat(work.playback().program().tracks()).hasSize(1);
        robot.clickOn("#solo-" + left.id());
        robot.clickOn("#mute-" + left.id());
        assertThat(work.playback().program().tracks()).hasSize(7);
        robot.clickOn("#bed");
        assertThat(work.playback().program().tracks()).hasSize(6);
        Slider blend = robot.lookup("#blend").queryAs(Slider.class);
        robot.interact(() -> blend.setValue(-1));
        assertThat(work.playback().program().tracks()).hasSize(1);
        robot.clickOn("#raw");
        assertThat(work.playback().program().version()).isEqualTo(Version.RAW);
        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.type(KeyCode.R);
        assertThat(work.playback().program().version()).isEqualTo(Version.LOCKED);
    }

    @Test
    void printingWritesWhatIsHeardAndSavingKeepsIt(FxRobot robot) throws Exception {
        openDemo(robot);
        Path out = folder.resolve("printed");
        robot.interact(() -> work.prints().print(out, Prints.Wish.VOICES, false));
        waitUntil(() ->
                WaitForAsyncUtils.asyncFx(
                                () -> said().stream().anyMatch(m -> m.startsWith("Printed 6")))
                        .get());
        float[] printed = SoundFiles.read(out.resolve("Mara take 2.wav")).sound().channel(0);
        float[] heard = locked("Mara take 2", 20);
        for (int i = 0; i < heard.length; i++) {
            // The file has 24 bits: dithered, one and a half steps, and single precision's own
            // rounding on top.
            assertThat(printed[20 * RATE + i]).isCloseTo(heard[i], within(3.25f / (1 << 24)));
        }
        Path file = folder.resolve("song.zelvan");
        robot.interact(() -> work.documents().save(file));
        assertThat(desk.dirty()).isFalse();
        robot.interact(() -> work.documents().open(List.of(file)));
        waitUntilDerived();
        assertThat(desk.session().followers()).hasSize(6);
        assertThat(desk.history().get().undoTitle()).isEmpty();
    }

    @Test
    void whatWasNeverSavedIsThereAfterTheProgramEnded(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> desk.apply(pull(100)));
        zelvan.session.Session left = desk.session();
        waitUntil(() -> !work.documents().unsavedSessions().isEmpty());
        robot.interact(() -> {
            Desk next = new Desk(new Player(new SimulatedOutput(RATE)));
            Work nextWork = newWork(next);
            Autosave.Left kept = nextWork.documents().unsavedSessions().getFirst();
            nextWork.documents().goOn(kept);
            assertThat(next.session()).isEqualTo(left);
            assertThat(next.dirty()).isTrue();
            nextWork.documents().save(folder.resolve("found again.zelvan"));
            assertThat(nextWork.documents().unsavedSessions()).doesNotContain(kept);
            nextWork.close();
        });
    }

    @Test
    void aBadFileIsNamedAndTheRestIsThere(FxRobot robot) throws Exception {
        Path bad = java.nio.file.Files.writeString(folder.resolve("torn.wav"), "not sound");
        robot.interact(() ->
                work.documents()
                        .open(
                                List.of(
                                        demo.resolve(DemoSession.GUIDE),
                                        demo.resolve("Mara double left.wav"),
                                        bad)));
        waitUntilDerived();
        assertThat(said()).singleElement().asString().startsWith("torn.wav: ");
        assertThat(derived("Mara double left").lock().before().count()).isPositive();
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

    @Test
    void rawAndLockedLookDifferent(FxRobot robot) {
        openDemo(robot);
        Node map = robot.lookup("#lock-map").query();
        WritableImage locked = picture(robot, map);
        robot.interact(() -> desk.hearing().hear(Version.RAW));
        WaitForAsyncUtils.waitForFxEvents();
        WritableImage raw = picture(robot, map);
        assertThat(differing(locked, raw)).isGreaterThan(500);
    }

    @Test
    void everyKeyIsOnTheSheet(FxRobot robot) {
        robot.type(KeyCode.F1);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(robot.lookup("#key-sheet").tryQuery()).isPresent();
        List<String> onSheet =
                robot.lookup("#key-sheet").lookup(".label").queryAllAs(Label.class).stream()
                        .map(Label::getText)
                        .toList();
        // Every command of the menus that has a key, with that key.
        List<String> inMenus =
                robot.lookup(".menu-bar").queryAs(MenuBar.class).getMenus().stream()
                        .flatMap(menu -> menu.getItems().stream())
                        .map(MenuItem::getText)
                        .filter(text -> text.contains("\t"))
                        .toList();
        assertThat(inMenus).hasSizeGreaterThan(35).doesNotHaveDuplicates();
        for (String item : inMenus) {
            assertThat(onSheet).contains(item.split("\t"));
        }
        assertThat(inMenus.stream().map(item -> item.split("\t")[1]))
                .as("one key, one command")
                .doesNotHaveDuplicates();
        assertThat(inMenus).noneMatch(item -> item.contains("Alt"));
        assertThat(robot.lookup("#key-sheet").lookup(".label").queryAllAs(Label.class))
                .as("nothing is cut off")
                .allMatch(label -> label.getWidth() >= label.prefWidth(-1) - 0.5);
        robot.type(KeyCode.ESCAPE);
    }
}
