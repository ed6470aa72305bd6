package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.desktop.model.Doubts;
import zelvan.desktop.model.Viewport;
import zelvan.units.TimeSpan;

/// What the program says about its own work: doubtful places, voices that comb.
class DoubtsTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void doubtfulPlacesAreListedAndStepped(FxRobot robot) {
        openDemo(robot);
        List<Doubts.Place> places = Doubts.in(model.derived().get());
        assertThat(places).hasSizeBetween(1, 20);
        assertThat(robot.lookup("#doubts").queryAs(Button.class).getText())
                .startsWith(places.size() + " doubtful");
        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.type(KeyCode.N);
        robot.type(KeyCode.N);
        Doubts.Place second = places.get(1);
        assertThat(model.selection().get().voiceIds()).containsExactly(second.voice().id());
        Viewport view = model.viewport().get();
        assertThat(
                        new TimeSpan(view.startSeconds(), view.endSeconds())
                                .contains(second.doubt().span().middleSeconds()))
                .isTrue();
        robot.press(KeyCode.SHIFT).type(KeyCode.N).release(KeyCode.SHIFT);
        assertThat(model.selection().get().voiceIds())
                .containsExactly(places.getFirst().voice().id());
    }

    /// The lead once more, 4 ms later, is no double.
    @Test
    void theSameTakeTwiceIsSaidToComb(FxRobot robot) throws Exception {
        Path lead = demo.resolve("Mara lead.wav");
        float[] once = SoundFiles.read(lead).sound().channel(0);
        float[] later = new float[once.length];
        System.arraycopy(once, 0, later, RATE / 250, once.length - RATE / 250);
        Path copy = folder.resolve("Mara again.wav");
        SoundFiles.write(copy, Sound.owning(RATE, later), SoundFormat.WAV_24);
        robot.interact(() ->
                model.documents().open(List.of(lead, copy, demo.resolve("Mara double left.wav"))));
        waitUntilDerived();
        waitUntil(() -> WaitForAsyncUtils.asyncFx(() -> !model.combing().get().isEmpty()).get());
        assertThat(model.combing().get())
                .allSatisfy(pair -> {
                    assertThat(pair.voiceId()).isEqualTo(voice("Mara again").id());
                    assertThat(pair.otherId()).isEqualTo(voice("Mara lead").id());
                    assertThat(pair.likeness()).isGreaterThan(0.6);
                    // 4 ms cannot be opened to 12.
                    assertThat(pair.openingSlackSeconds()).isEmpty();
                });
        assertThat(robot.lookup("#combing").queryAs(Button.class).isVisible()).isTrue();
        assertThat(robot.lookup("#combing").queryAs(Button.class).getText())
                .isEqualTo(model.combing().get().size() + " phrases comb");
    }
}
