package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import javafx.event.ActionEvent;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.analysis.Note;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.desktop.model.Focus;
import zelvan.desktop.model.Lens;
import zelvan.dsp.Percentile;
import zelvan.render.VoiceSource;
import zelvan.units.Pitch;

/// Pitch in the window: its settings, its lens, and what it sounds like.
class PitchLensTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    private void set(FxRobot robot, String id, String text) {
        TextField field = robot.lookup(id).queryAs(TextField.class);
        robot.interact(() -> {
            field.setText(text);
            field.getOnAction().handle(new ActionEvent());
        });
        waitUntilDerived();
    }

    private PitchTrack sounding(String name) {
        VoiceSource locked = derived(name).locked().orElseThrow();
        float[] samples = new float[(int) locked.frames()];
        locked.read(0, 0, samples, samples.length);
        return new VoiceAnalyser().analyse(Sound.owning(locked.sampleRateHertz(), samples)).pitch();
    }

    @Test
    void doubleIsDrawnOntoTheGuideAndIsHeardThere(FxRobot robot) {
        openDoubles(robot, 24, 27);
        robot.interact(() -> closeUp.requestFocus());
        robot.type(KeyCode.DIGIT2);
        assertThat(model.lens().get()).isEqualTo(Lens.PITCH);
        assertThat(robot.lookup("#pitch-lens").query().isVisible()).isTrue();
        set(robot, "#pull-field", "100");
        set(robot, "#slack-field", "0");
        set(robot, "#pitch-pull-field", "100");
        set(robot, "#pitch-detail-field", "0");
        assertThat(voice(RIGHT).tuning().pull()).contains(1.0);
        assertThat(robot.lookup("#pitch-figures").queryAs(Label.class).getText())
                .endsWith("→ 0 ct");
        PitchTrack guide = derived("Mara lead").analysis().orElseThrow().pitch();
        PitchTrack heard = sounding(RIGHT);
        double[] off = new double[guide.frames()];
        int count = 0;
        for (int f = 0; f < Math.min(guide.frames(), heard.frames()); f++) {
            if (guide.voiced(f) && heard.voiced(f)) {
                off[count++] = Math.abs(Pitch.centsBetween(guide.hertz(f), heard.hertz(f)));
            }
        }
        assertThat(Percentile.median(Arrays.copyOf(off, count))).isLessThan(5);
        robot.interact(() -> robot.lookup("#give-back-pitch").queryButton().fire());
        waitUntilDerived();
        assertThat(voice(RIGHT).tuning().isNone()).isTrue();
        assertThat(derived(RIGHT).pitched().result().map().size()).isZero();
    }

    @Test
    void noteHeardInTheWrongOctaveIsPutRightAndBackAgain(FxRobot robot) {
        openDoubles(robot, 24, 27);
        Note note = derived(RIGHT).analysis().orElseThrow().notes().get(10);
        robot.interact(() -> {
            closeUp.requestFocus();
            model.focus().set(new Focus.OnNote(voice(RIGHT).id(), note.span()));
        });
        robot.press(KeyCode.ALT, KeyCode.SHIFT)
                .type(KeyCode.UP)
                .release(KeyCode.SHIFT, KeyCode.ALT);
        waitUntilDerived();
        double middle = note.span().middleSeconds();
        double up = derived(RIGHT).analysis().orElseThrow().pitch().hertzAt(middle);
        robot.interact(model::undo);
        waitUntilDerived();
        double before = derived(RIGHT).analysis().orElseThrow().pitch().hertzAt(middle);
        assertThat(Pitch.centsBetween(before, up)).isBetween(1199.0, 1201.0);
        WaitForAsyncUtils.waitForFxEvents();
    }
}
