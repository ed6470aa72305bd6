package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import javafx.geometry.Point2D;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Protections;
import zelvan.play.Version;
import zelvan.session.Protection;
import zelvan.units.RecordedSpan;

/// Stretches protected in the close-up: what is in them stays the source.
class ProtectionTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void aStretchIsDraggedOutProtectedChangedAndLifted(FxRobot robot) {
        openDoubles(robot, 2, 5);
        robot.interact(() -> desk.hearing().hear(Version.RAW));
        robot.sleep(400);
        Point2D from = on(robot, RIGHT, 3.55);
        double pixel = desk.sight().viewport().get().seconds() / width();
        drag(robot, from, 0.3 / pixel);
        assertThat(desk.focus().get()).isInstanceOf(Focus.OnRange.class);
        type(robot, KeyCode.F);
        Protection protection = hand(RIGHT).protections().getFirst();
        assertThat(protection.span().startSeconds()).isCloseTo(3.55, within(2 * pixel));
        assertThat(protection.span().endSeconds()).isCloseTo(3.85, within(2 * pixel));
        assertSourceInside(RIGHT, protection.span());

        drag(robot, on(robot, RIGHT, protection.span().endSeconds()), 0.2 / pixel);
        RecordedSpan wider = hand(RIGHT).protections().getFirst().span();
        assertThat(wider.startSeconds()).isEqualTo(protection.span().startSeconds());
        assertThat(wider.endSeconds()).isCloseTo(4.05, within(4 * pixel));
        assertSourceInside(RIGHT, wider);

        choose(robot, "#protection-stays", true);
        assertThat(sounds(RIGHT, wider.middleSeconds()))
                .isCloseTo(wider.middleSeconds(), within(1e-6));
        type(robot, KeyCode.SHIFT, KeyCode.F);
        assertThat(hand(RIGHT).protections().getFirst().kind()).isEqualTo(Protection.Kind.PITCH);
        assertThat(undoTitle()).startsWith("Mara double right: protect pitch at");
        type(robot, KeyCode.DELETE);
        assertThat(hand(RIGHT).protections()).isEmpty();
    }

    @SuppressWarnings("unchecked") // what is in the box is known here
    private <T> void choose(FxRobot robot, String id, T value) {
        ChoiceBox<T> box = robot.lookup(id).queryAs(ChoiceBox.class);
        robot.interact(() -> box.setValue(value));
        waitUntilDerived();
    }

    /// What sounds inside a protected stretch are the source's own samples.
    private void assertSourceInside(String name, RecordedSpan span) {
        double moved = sounds(name, span.middleSeconds()) - span.middleSeconds();
        float[] source = derived(name).file().orElseThrow().sound().channel(0);
        int from = (int) (span.startSeconds() * RATE) + 100;
        float[] out = new float[(int) (span.seconds() * RATE) - 200];
        derived(name)
                .locked()
                .orElseThrow()
                .read(0, from + Math.round(moved * RATE), out, out.length);
        assertThat(Arrays.mismatch(out, Arrays.copyOfRange(source, from, from + out.length)))
                .isEqualTo(-1);
    }

    @Test
    void anAdLibIsSuggestedForProtection(FxRobot robot) {
        openDoubles(robot, 21, 24);
        List<RecordedSpan> suggested = new Protections(desk.now()).suggestions(voice(RIGHT));
        assertThat(suggested).isNotEmpty();
        Button button = robot.lookup("#protect-suggested").queryAs(Button.class);
        robot.interact(button::fire);
        waitUntilDerived();
        assertThat(hand(RIGHT).protections())
                .extracting(Protection::span)
                .containsExactlyElementsOf(suggested);
        assertThat(sounds(RIGHT, suggested.getFirst().middleSeconds()))
                .isCloseTo(suggested.getFirst().middleSeconds(), within(1e-6));
    }
}
