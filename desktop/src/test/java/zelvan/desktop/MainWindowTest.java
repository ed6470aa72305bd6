package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
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
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.audio.SoundFiles;
import zelvan.desktop.desk.Desk;
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
