package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import javafx.geometry.Point2D;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Selection;
import zelvan.session.Clip;
import zelvan.session.Session;
import zelvan.units.GuideSpan;
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

    private Clip clip(String name, int index) {
        return voice(name).layer().clips().get(index);
    }

    private double end(Clip clip) {
        return clip.inVoice().orElseThrow().endSeconds();
    }

    /// The bar of a clip at the lower edge of its lane, or the notches above it.
    private Point2D bar(FxRobot robot, String name, double sourceSeconds, double up) {
        double lane = Math.clamp((closeUp.getBoundsInLocal().getHeight() - LANES_TOP) / 2, 54, 128);
        double bottom = LANES_TOP + lane * (name.equals(RIGHT) ? 2 : 1);
        return at(
                robot,
                closeUp,
                desk.sight().viewport().get().x(sounds(name, sourceSeconds), width()),
                bottom - 6 - up);
    }

    private double pixels(double seconds) {
        return seconds / desk.sight().viewport().get().seconds() * width();
    }

    /// A cut, by key and by mouse, changes nothing that is heard.
    @Test
    void aVoiceIsCutAtThePlayheadAndOnItsBar(FxRobot robot) {
        openDoubles(robot, 2, 5);
        float[] before = locked(RIGHT, 2);
        robot.interact(() -> desk.hearing().goTo(3.2));
        type(robot, KeyCode.D);
        assertThat(undoTitle()).startsWith(RIGHT + ": cut at 0:0");
        assertThat(voice(RIGHT).layer().clips()).hasSize(2);
        robot.doubleClickOn(bar(robot, RIGHT, end(clip(RIGHT, 0)) + 0.6, 0));
        waitUntilDerived();
        assertThat(voice(RIGHT).layer().clips()).hasSize(3);
        assertThat(locked(RIGHT, 2)).isEqualTo(before);
        assertThat(voice(LEFT).layer().isWhole()).isTrue();
    }

    /// With nothing locked, what is heard is the recording's own samples at another place, but for
    /// a tenth of a second at its ends, where it meets something else.
    @Test
    void aClipIsMovedCopiedAndTrimmedByItsBar(FxRobot robot) {
        openDoubles(robot, 2, 5);
        robot.interact(() -> desk.act(now -> Act.of(pull(0))));
        waitUntilDerived();
        cut(robot, 3.0);
        cut(robot, 3.6);
        Clip middle = clip(RIGHT, 1);
        float[] sung = locked(RIGHT, (Math.round(3.2 * RATE) + 0.1) / RATE);
        Session before = desk.session();

        drag(
                robot,
                bar(robot, RIGHT, middle.placedSeconds() + 0.3, 0),
                pixels(0.8),
                KeyCode.CONTROL);
        assertThat(undoTitle()).startsWith(RIGHT + ": move at 0:0");
        Clip moved =
                voice(RIGHT).layer().clips().stream()
                        .filter(c -> c.placedSeconds() > 3.7 && c.placedSeconds() < 4)
                        .findFirst()
                        .orElseThrow();
        double later = moved.placedSeconds() - middle.placedSeconds();
        assertThat(later).isCloseTo(0.8, within(0.02));
        long frames =
                Math.round(moved.placedSeconds() * RATE)
                        - Math.round(moved.span().orElseThrow().startSeconds() * RATE);
        float[] there = locked(RIGHT, (Math.round(3.2 * RATE) + frames + 0.1) / RATE);
        assertThat(Arrays.copyOf(there, RATE / 4)).isEqualTo(Arrays.copyOf(sung, RATE / 4));
        assertThat(loudest(locked(RIGHT, 3.05), 0.4)).isZero();
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(desk.session()).isEqualTo(before);

        // Its end is drawn in: there is silence then.
        drag(robot, bar(robot, RIGHT, end(middle), 0), -pixels(0.2), KeyCode.CONTROL);
        assertThat(undoTitle()).startsWith(RIGHT + ": end at 0:0");
        assertThat(end(clip(RIGHT, 1))).isCloseTo(end(middle) - 0.2, within(0.02));
        assertThat(loudest(locked(RIGHT, end(middle) - 0.15), 0.1)).isZero();
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(desk.session()).isEqualTo(before);
    }

    private void cut(FxRobot robot, double seconds) {
        robot.interact(() -> desk.hearing().goTo(seconds));
        type(robot, KeyCode.D);
    }

    /// A fade at a cut is a crossfade: what ends goes on as long, and nothing gets softer.
    @Test
    void clipsAreFadedAndCrossfadedByTheirNotches(FxRobot robot) {
        openDoubles(robot, 2, 5);
        cut(robot, 3.2);
        Clip first = clip(RIGHT, 0);
        drag(robot, bar(robot, RIGHT, end(first), 6).add(3, 0), pixels(0.15));
        assertThat(undoTitle()).startsWith(RIGHT + ": fade in at 0:0");
        double fade = clip(RIGHT, 1).fadeInSeconds();
        // The ribbon is stretched where it is locked.
        assertThat(fade).isCloseTo(0.15, within(0.04));
        assertThat(clip(RIGHT, 0).fadeOutSeconds()).isEqualTo(fade);
        assertThat(end(clip(RIGHT, 0))).isCloseTo(end(first) + fade, within(1e-6));

        // Where nothing follows, it dies away.
        robot.interact(() -> desk.hearing().goTo(3.3));
        type(robot, KeyCode.Q);
        assertThat(undoTitle()).startsWith(RIGHT + ": begin at 0:0");
        robot.interact(desk::undo);
        waitUntilDerived();
        robot.interact(() -> desk.hearing().goTo(4.0));
        type(robot, KeyCode.SHIFT, KeyCode.Q);
        robot.interact(() -> desk.hearing().goTo(3.8));
        type(robot, KeyCode.SHIFT, KeyCode.I);
        assertThat(undoTitle()).startsWith(RIGHT + ": fade out at 0:0");
        Clip last = clip(RIGHT, 1);
        assertThat(last.fadeOutSeconds()).isCloseTo(0.2, within(0.05));
        float[] heard = locked(RIGHT, 3.8);
        assertThat(loudest(locked(RIGHT, 3.99), 0.005))
                .isLessThan(0.2 * loudest(heard, 0.05) + 1e-6);
    }

    /// One gesture, three voices: each where it sings the same, as one step.
    @Test
    void aPhraseIsTakenOutOfSeveralVoicesAndPutIntoAnotherPlace(FxRobot robot) {
        openDoubles(robot, 2, 5);
        Session before = desk.session();
        List<GuideSpan> phrases = desk.derived().get().guidePhrases();
        List<String> both = List.of(voice(LEFT).id(), voice(RIGHT).id());
        robot.interact(() -> desk.select(Selection.ofCells(both, List.of(phrases.get(1)))));
        type(robot, KeyCode.SHIFT, KeyCode.DELETE);
        assertThat(undoTitle()).isEqualTo("Silence in 2 voices");
        for (String name : List.of(LEFT, RIGHT)) {
            GuideSpan phrase = phrases.get(1);
            double middle = desk.derived().get().guideClocks().song(phrase).middleSeconds();
            assertThat(loudest(locked(name, middle - 0.3), 0.6)).isZero();
        }
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(desk.session()).isEqualTo(before);

        robot.interact(() -> {
            desk.select(Selection.ofCells(both, List.of(phrases.get(0))));
            desk.hearing().goTo(phrases.get(2).startSeconds() + 0.2);
        });
        type(robot, KeyCode.SHIFT, KeyCode.D);
        assertThat(undoTitle()).isEqualTo("Copy in 2 voices");
        for (String name : List.of(LEFT, RIGHT)) {
            assertThat(voice(name).layer().clips()).hasSizeGreaterThanOrEqualTo(2);
            assertThat(voice(name).layer().clips())
                    .anySatisfy(c ->
                            assertThat(c.shiftSeconds())
                                    .isCloseTo(
                                            phrases.get(2).startSeconds()
                                                    - phrases.get(0).startSeconds(),
                                            within(0.4)));
        }
    }

    @Test
    void withoutAStretchTheKeysSayWhatIsMissing(FxRobot robot) {
        openDoubles(robot, 2, 5);
        Session before = desk.session();
        type(robot, KeyCode.SHIFT, KeyCode.DELETE);
        assertThat(desk.session()).isEqualTo(before);
        assertThat(said())
                .isEqualTo(
                        List.of(
                                "Drag along a ribbon, or select phrases of voices: that is"
                                        + " silenced"));
    }
}
