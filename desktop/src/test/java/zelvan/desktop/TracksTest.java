package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import org.jspecify.annotations.NullUnmarked;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.desktop.acts.Selection;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;

/// What is said of the tracks themselves, with mouse and keys.
@NullUnmarked // TestFX sets the fields
class TracksTest extends WindowTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    private List<String> shown() {
        return desk.session().followers().stream().map(Voice::name).toList();
    }

    @Test
    void aTrackIsNamedWhereItsNameStands(FxRobot robot) throws Exception {
        openDemo(robot);
        doubleClick(robot, "#name-" + voice("Mara double left").id());
        String id = voice("Mara double left").id();
        TextField field = robot.lookup("#name-" + id + "-field").queryAs(TextField.class);
        assertThat(field.getText()).isEqualTo("Mara double left");
        robot.interact(() -> field.setText("BV 1  ä/ö "));
        key(robot, KeyCode.ENTER);
        assertThat(desk.session().voice(id).orElseThrow().name()).isEqualTo("BV 1  ä/ö");
        assertThat(desk.history().get().current()).isEqualTo(desk.session());

        robot.clickOn("#strip-" + id);
        key(robot, KeyCode.F2);
        robot.interact(() ->
                robot.lookup("#name-" + id + "-field").queryAs(TextField.class).setText("never"));
        key(robot, KeyCode.ESCAPE);
        assertThat(desk.session().voice(id).orElseThrow().name()).isEqualTo("BV 1  ä/ö");
        key(robot, KeyCode.CONTROL, KeyCode.Z);
        assertThat(shown()).contains("Mara double left");
        try (Stream<Path> files = Files.list(demo)) {
            assertThat(files.map(p -> p.getFileName().toString())).contains("Mara double left.wav");
        }
    }

    @Test
    void severalAreSelectedCopiedAndRemovedAndOneUndoBringsThemBack(FxRobot robot) {
        openDemo(robot);
        Session before = desk.session();
        robot.clickOn(strip("Mara double left"));
        clickWithShift(robot, strip("Mara take 2"));
        assertThat(desk.now().selected())
                .extracting(Voice::name)
                .containsExactly("Mara double left", "Mara double right", "Mara take 2");
        key(robot, KeyCode.CONTROL, KeyCode.D);
        assertThat(shown()).contains("Mara double left copy", "Mara take 2 copy").hasSize(9);
        waitUntilDerived();
        assertThat(derived("Mara double left copy").timing().map())
                .isEqualTo(derived("Mara double left").timing().map());
        key(robot, KeyCode.CONTROL, KeyCode.Z);
        assertThat(desk.session().voices()).isEqualTo(before.voices());

        key(robot, KeyCode.CONTROL, KeyCode.DELETE);
        assertThat(shown()).hasSize(3).doesNotContain("Mara take 2");
        assertThat(said()).anyMatch(t -> t.startsWith("3 voices removed"));
        waitUntilDerived();
        assertThat(robot.lookup("#strip-" + before.voices().get(1).id()).tryQuery()).isEmpty();
        key(robot, KeyCode.CONTROL, KeyCode.Z);
        waitUntilDerived();
        assertThat(desk.session().voices()).isEqualTo(before.voices());
    }

    @Test
    void tracksAreMovedByKeyAndByDraggingAndGetAStackOfTheirOwn(FxRobot robot) {
        openDemo(robot);
        robot.clickOn(strip("Mara double right"));
        key(robot, KeyCode.CONTROL, KeyCode.PAGE_UP);
        assertThat(shown()).startsWith("Mara double right", "Mara double left");
        key(robot, KeyCode.CONTROL, KeyCode.PAGE_UP);
        assertThat(shown()).startsWith("Mara double right", "Mara double left");
        key(robot, KeyCode.CONTROL, KeyCode.PAGE_DOWN);
        assertThat(shown()).startsWith("Mara double left", "Mara double right");

        robot.drag(strip("Odo octave"), MouseButton.PRIMARY).dropTo(strip("Odo low harmony"));
        assertThat(voice("Odo octave").stackId()).isEqualTo(voice("Odo low harmony").stackId());
        assertThat(shown().indexOf("Odo octave")).isEqualTo(shown().indexOf("Odo low harmony") - 1);

        robot.clickOn(strip("Mara take 2"));
        key(robot, KeyCode.CONTROL, KeyCode.G);
        Stack own = desk.session().stack(voice("Mara take 2").stackId()).orElseThrow();
        assertThat(own.name()).isEqualTo("Stack 1");
        doubleClick(robot, "#stack-" + own.id());
        robot.interact(() ->
                robot.lookup("#stack-" + own.id() + "-field")
                        .queryAs(TextField.class)
                        .setText("Second takes"));
        key(robot, KeyCode.ENTER);
        assertThat(desk.session().stack(own.id()).orElseThrow().name()).isEqualTo("Second takes");
    }

    @Test
    void whereNothingIsPickedOneIsToldWhatToPick(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> desk.select(Selection.NOTHING));
        Session before = desk.session();
        key(robot, KeyCode.CONTROL, KeyCode.D);
        assertThat(said()).anyMatch(t -> t.startsWith("Click a track first"));
        robot.clickOn(strip("Mara lead"));
        robot.type(KeyCode.PERIOD);
        assertThat(said()).anyMatch(t -> t.startsWith("Select a phrase of a voice"));
        assertThat(desk.session()).isEqualTo(before);
    }

    @Test
    void theMenuOfATrackSaysWhatItIs(FxRobot robot) {
        openDemo(robot);
        robot.rightClickOn(strip("Mara take 2"));
        robot.interact(() -> item(menu().getItems(), "track-role-harmony").fire());
        assertThat(voice("Mara take 2").role()).isEqualTo(Role.HARMONY);
        waitUntilDerived();
        assertThat(voice("Mara take 2").stackId()).isEqualTo("harmonies");
    }

    private List<String> heard() {
        return work.playback().program().tracks().size() == 8
                ? List.of("all")
                : desk.session().voices().stream()
                        .filter(v -> v.strip().solo())
                        .map(Voice::name)
                        .toList();
    }

    @Test
    void aStackIsSoloedAndMutedAsOneStepAndATrackIsHeardAlone(FxRobot robot) {
        openDemo(robot);
        robot.clickOn("#solo-harmonies");
        assertThat(heard()).containsExactly("Odo low harmony", "Wren high harmony");
        assertThat(work.playback().program().tracks()).hasSize(2);
        Node alone = robot.lookup("#solo-" + voice("Odo octave").id()).query();
        robot.interact(() -> alone.fireEvent(mouse(MouseEvent.MOUSE_RELEASED, 1, false, true)));
        assertThat(heard()).containsExactly("Odo octave");
        robot.interact(() -> alone.fireEvent(mouse(MouseEvent.MOUSE_RELEASED, 1, false, true)));
        assertThat(heard()).containsExactly("all");
        robot.clickOn(strip("Wren high harmony"));
        String octave = voice("Odo octave").id();
        robot.doubleClickOn("#solo-" + octave);
        assertThat(heard()).containsExactly("all");
        assertThat(robot.lookup("#name-" + octave + "-field").tryQuery()).isEmpty();
        assertThat(desk.now().selected()).containsExactly(voice("Wren high harmony"));
        robot.clickOn("#mute-doubles");
        assertThat(work.playback().program().tracks()).hasSize(6);
        key(robot, KeyCode.CONTROL, KeyCode.Z);
        assertThat(work.playback().program().tracks()).hasSize(8);
    }

    @Test
    void playingBeginsWhereOneClickedAndGoesBackThere(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> desk.looking().seekAndShow(10));
        robot.type(KeyCode.SPACE);
        waitUntil(() -> desk.hearing().player().positionSeconds() > 10.5);
        robot.type(KeyCode.SPACE);
        waitUntil(() -> Math.abs(desk.hearing().player().positionSeconds() - 10) < 1e-6);
        robot.type(KeyCode.SPACE);
        waitUntil(() -> desk.hearing().player().positionSeconds() > 10.2);
        robot.interact(() -> desk.looking().seekAndShow(20));
        waitUntil(() -> desk.hearing().player().positionSeconds() > 20.2);
        key(robot, KeyCode.SHIFT, KeyCode.SPACE);
        waitUntil(() -> !desk.hearing().player().playing());
        assertThat(desk.hearing().player().positionSeconds()).isGreaterThan(20.2);
    }
}
