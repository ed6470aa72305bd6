package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import javafx.geometry.Point2D;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.desktop.acts.Focus;
import zelvan.session.Session;
import zelvan.units.RecordedSpan;

/// Stretches of voices in the window: silenced and brought elsewhere, with the mouse and keys.
class ClippingTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    private static double loudest(float[] samples, double seconds) {
        double loudest = 0;
        for (int i = 0; i < (int) (seconds * RATE); i++) {
            loudest = Math.max(loudest, Math.abs(samples[i]));
        }
        return loudest;
    }

    /// The middle of the longest stretch between two beads in sight.
    private void dragOut(FxRobot robot, String name) {
        double[] beads =
                derived(name).alignment().anchors().stream()
                        .filter(a -> a.kind().isPresent())
                        .mapToDouble(a -> sounds(name, a.sourceSeconds()))
                        .filter(t -> t > 2.5 && t < 5)
                        .toArray();
        int longest =
                IntStream.range(0, beads.length - 1)
                        .boxed()
                        .max(Comparator.comparingDouble(i -> beads[i + 1] - beads[i]))
                        .orElseThrow();
        double length = beads[longest + 1] - beads[longest];
        Point2D start = on(robot, name, beads[longest] + 0.3 * length);
        Point2D end = on(robot, name, beads[longest] + 0.8 * length);
        drag(robot, start, end.getX() - start.getX());
        assertThat(desk.focus().get()).isInstanceOf(Focus.OnRange.class);
    }

    private RecordedSpan range() {
        return ((Focus.OnRange) desk.focus().get()).span();
    }

    @Test
    void whatIsDraggedOutIsSilencedAndComesBack(FxRobot robot) {
        openDoubles(robot, 2, 5);
        Session before = desk.session();
        dragOut(robot, LEFT);
        double from = sounds(LEFT, range().startSeconds()) + 0.03;
        double length = sounds(LEFT, range().endSeconds()) - 0.03 - from;
        float[] heardBefore = locked(LEFT, from);
        assertThat(loudest(heardBefore, length)).isGreaterThan(0.01);
        type(robot, KeyCode.SHIFT, KeyCode.DELETE);
        assertThat(undoTitle()).startsWith(LEFT + ": silence at 0:0");
        assertThat(voice(LEFT).layer().clips()).hasSize(2);
        assertThat(loudest(locked(LEFT, from), length)).isZero();
        assertThat(desk.focus().get()).isEqualTo(Focus.NOTHING);

        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(desk.session()).isEqualTo(before);
        assertThat(locked(LEFT, from)).isEqualTo(heardBefore);
    }

    /// It is matched where it lands: its syllables are where the guide's are there.
    @Test
    void whatIsDraggedOutIsHeardAtThePlayheadAsWell(FxRobot robot) {
        openDoubles(robot, 2, 5);
        dragOut(robot, RIGHT);
        RecordedSpan range = range();
        robot.interact(() -> desk.hearing().goTo(41.5));
        type(robot, KeyCode.SHIFT, KeyCode.D);
        assertThat(undoTitle()).startsWith(RIGHT + ": copy at 0:0");
        assertThat(voice(RIGHT).layer().clips())
                .anySatisfy(c -> {
                    assertThat(c.span().orElseThrow().startSeconds())
                            .isCloseTo(range.startSeconds(), within(1e-6));
                    assertThat(c.placedSeconds()).isGreaterThan(40);
                });
    }

    @Test
    void withoutAStretchTheKeysSayWhatIsMissing(FxRobot robot) {
        openDoubles(robot, 2, 5);
        Session before = desk.session();
        type(robot, KeyCode.SHIFT, KeyCode.DELETE);
        assertThat(desk.session()).isEqualTo(before);
        assertThat(said())
                .isEqualTo(List.of("Drag along a ribbon first: what is dragged out is silenced"));
    }
}
