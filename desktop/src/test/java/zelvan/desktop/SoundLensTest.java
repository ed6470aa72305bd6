package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.geometry.Point2D;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.desk.Viewport;
import zelvan.dsp.Percentile;
import zelvan.level.LevelResult.Compared;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.level.LevelSettings;
import zelvan.level.SideSound;
import zelvan.render.VoiceSource;
import zelvan.session.Session;
import zelvan.units.RecordedSpan;

/// Esses, breaths, ends and levels in the window: what is dragged, typed and set is heard.
class SoundLensTest extends CloseUpTestBase {
    private static final double FROM = 3;
    private static final double TO = 9;

    /// Of a lane above what is dragged, and below it.
    private static final double TOP_PIXELS = 20;

    private static final double BOTTOM_PIXELS = 7;

    @Start
    void start(Stage stage) {
        open(stage);
    }

    private void openSound(FxRobot robot) {
        openDoubles(robot, FROM, TO);
        robot.interact(() -> closeUp.requestFocus());
        robot.type(KeyCode.DIGIT3);
        WaitForAsyncUtils.waitForFxEvents(20);
        assertThat(desk.sight().lens().get()).isEqualTo(Lens.SOUND);
        closeUp = robot.lookup("#sound-lens").query();
    }

    private double laneHeight() {
        return Math.clamp((closeUp.getBoundsInLocal().getHeight() - LANES_TOP) / 2, 54, 128);
    }

    private double room() {
        return laneHeight() - TOP_PIXELS - BOTTOM_PIXELS;
    }

    /// @param share of the lane's room, from its top
    private Point2D in(FxRobot robot, String name, double songSeconds, double share) {
        double top = LANES_TOP + (name.equals(RIGHT) ? laneHeight() : 0);
        return at(
                robot,
                closeUp,
                desk.sight().viewport().get().x(songSeconds, width()),
                top + TOP_PIXELS + share * room());
    }

    private void dragTo(FxRobot robot, Point2D from, Point2D to) {
        robot.moveTo(from).press(MouseButton.PRIMARY);
        for (int step = 1; step <= 5; step++) {
            robot.moveTo(from.add(to.subtract(from).multiply(step / 5.0)));
        }
        robot.release(MouseButton.PRIMARY);
        waitUntilDerived();
    }

    private List<TurnedSound> sounds(String name) {
        return derived(name).levelled().result().sounds();
    }

    /// The first ess in sight that lies in nobody's way.
    private TurnedSound ess(String name) {
        return sounds(name).stream()
                .filter(t -> t.sound().kind() == SideSound.Kind.ESS)
                .filter(t -> sounds(name, middle(t)) > FROM + 0.3 && sounds(name, middle(t)) < TO)
                .findFirst()
                .orElseThrow();
    }

    private static double middle(TurnedSound turned) {
        return turned.sound().span().middleSeconds();
    }

    private double soundingDecibels(String name, RecordedSpan span) {
        VoiceSource source = derived(name).locked().orElseThrow();
        int from = (int) Math.ceil(sounds(name, span.startSeconds()) * RATE);
        int to = (int) Math.floor(sounds(name, span.endSeconds()) * RATE);
        float[] samples = new float[to - from];
        source.read(0, from, samples, samples.length);
        double sum = 1e-15;
        for (float sample : samples) {
            sum += (double) sample * sample;
        }
        return 10 * Math.log10(sum / samples.length);
    }

    @Test
    void essesAreTypedDownAndComeBack(FxRobot robot) {
        openSound(robot);
        RecordedSpan ess = ess(RIGHT).sound().span();
        double before = soundingDecibels(RIGHT, ess);
        set(robot, "#esses-field", "-12");
        assertThat(voice(RIGHT).settings().get(LevelSettings.ESSES)).contains(-12.0);
        assertThat(voice(LEFT).settings().get(LevelSettings.ESSES)).isEmpty();
        assertThat(soundingDecibels(RIGHT, ess) - before).isCloseTo(-12, within(0.3));
        set(robot, "#esses-field", "out");
        assertThat(soundingDecibels(RIGHT, ess) - before).isLessThan(-60);
        robot.interact(() -> robot.lookup("#give-back-level").queryButton().fire());
        waitUntilDerived();
        assertThat(soundingDecibels(RIGHT, ess)).isEqualTo(before);
    }

    @Test
    void anEssIsDraggedDownInAllSelectedVoices(FxRobot robot) {
        openSound(robot);
        robot.interact(() ->
                desk.select(
                        Selection.NOTHING.withVoices(
                                List.of(voice(LEFT).id(), voice(RIGHT).id()))));
        WaitForAsyncUtils.waitForFxEvents(20);
        TurnedSound ess = ess(RIGHT);
        Session session = desk.session();
        // A gain of nothing is a quarter down; a quarter of the room is 12 dB.
        Point2D grip = in(robot, RIGHT, sounds(RIGHT, middle(ess)), 0.25);
        dragTo(robot, grip, grip.add(0, room() / 4));
        assertThat(undoTitle()).isEqualTo("Ess: turned");
        assertThat(desk.focus().get()).isInstanceOf(Focus.OnSound.class);
        for (String name : List.of(LEFT, RIGHT)) {
            List<TurnedSound> turned =
                    sounds(name).stream().filter(t -> t.gainDecibels() != 0).toList();
            assertThat(turned)
                    .as(name)
                    .singleElement()
                    .satisfies(t -> assertThat(t.gainDecibels()).isCloseTo(-12, within(1.0)));
        }
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(desk.session()).isEqualTo(session);
        assertThat(sounds(LEFT)).allMatch(t -> t.gainDecibels() == 0);
    }

    @Test
    void whatIsNoEssIsLeftAloneAndWhatIsOneIsMarked(FxRobot robot) {
        openSound(robot);
        set(robot, "#esses-field", "-12");
        TurnedSound ess = ess(RIGHT);
        int found = sounds(RIGHT).size();
        robot.clickOn(in(robot, RIGHT, sounds(RIGHT, middle(ess)), 0.6));
        assertThat(desk.focus().get()).isEqualTo(new Focus.OnSound(voice(RIGHT).id(), ess.sound()));
        type(robot, KeyCode.DELETE);
        assertThat(sounds(RIGHT)).hasSize(found - 1);
        robot.interact(() ->
                desk.focusOn(
                        new Focus.OnRange(voice(RIGHT).id(), ess.sound().span().widenedBy(0.02))));
        type(robot, KeyCode.SHIFT, KeyCode.E);
        assertThat(sounds(RIGHT)).hasSize(found);
        TurnedSound marked = ess(RIGHT);
        assertThat(marked.sound().span()).isEqualTo(ess.sound().span().widenedBy(0.02));
        assertThat(marked.gainDecibels()).isEqualTo(-12);
        type(robot, KeyCode.SHIFT, KeyCode.MINUS);
        assertThat(ess(RIGHT).isOut()).isTrue();
        assertThat(soundingDecibels(RIGHT, ess.sound().span())).isLessThan(-90);
    }

    @Test
    void anEdgeIsDragged(FxRobot robot) {
        openSound(robot);
        robot.interact(() -> desk.sight().show(new Viewport(3.3, 4.3)));
        WaitForAsyncUtils.waitForFxEvents(20);
        TurnedSound ess = ess(RIGHT);
        RecordedSpan span = ess.sound().span();
        Point2D edge = in(robot, RIGHT, sounds(RIGHT, span.endSeconds()), 0.7).subtract(2, 0);
        dragTo(robot, edge, edge.add(30, 0));
        assertThat(undoTitle()).isEqualTo("Ess: other edges");
        RecordedSpan moved = ess(RIGHT).sound().span();
        assertThat(moved.startSeconds()).isEqualTo(span.startSeconds());
        assertThat(moved.endSeconds() - span.endSeconds())
                .isCloseTo(30 / width(), within(5 / width()));
    }

    /// An edge that is moved by little; what was said of its level stays.
    @Test
    void anEdgeIsDraggedByLittle(FxRobot robot) {
        openSound(robot);
        robot.interact(() -> desk.sight().show(new Viewport(3.3, 4.3)));
        WaitForAsyncUtils.waitForFxEvents(20);
        TurnedSound ess = ess(RIGHT);
        robot.clickOn(in(robot, RIGHT, sounds(RIGHT, middle(ess)), 0.6));
        type(robot, KeyCode.MINUS);
        assertThat(ess(RIGHT).gainDecibels()).isEqualTo(-1);
        RecordedSpan span = ess.sound().span();
        Point2D edge = in(robot, RIGHT, sounds(RIGHT, span.endSeconds()), 0.7).subtract(2, 0);
        dragTo(robot, edge, edge.add(10, 0));
        assertThat(ess(RIGHT).sound().span().endSeconds() - span.endSeconds())
                .isCloseTo(10 / width(), within(4 / width()));
        assertThat(ess(RIGHT).gainDecibels()).isEqualTo(-1);
    }

    @Test
    void aNoteIsDraggedLouderAndAPhraseTypedSofter(FxRobot robot) {
        openSound(robot);
        Compared note =
                derived(RIGHT).levelled().result().notes().stream()
                        .filter(n -> n.span().seconds() > 0.4)
                        .filter(n -> sounds(RIGHT, n.span().middleSeconds()) > FROM + 0.3)
                        .findFirst()
                        .orElseThrow();
        RecordedSpan middle = note.span().widenedBy(-0.1);
        double before = soundingDecibels(RIGHT, middle);
        double usual =
                Percentile.median(
                        derived(RIGHT).levelled().result().notes().stream()
                                .mapToDouble(Compared::ownLufs)
                                .toArray());
        double share = (14 - (note.soundingLufs() - usual)) / 28;
        Point2D rung = in(robot, RIGHT, sounds(RIGHT, note.span().middleSeconds()), share);
        dragTo(robot, rung, rung.subtract(0, room() * 6 / 28));
        assertThat(undoTitle()).startsWith("Level: +");
        assertThat(soundingDecibels(RIGHT, middle) - before).isCloseTo(6, within(0.6));

        robot.interact(desk::undo);
        robot.interact(() -> {
            desk.focusOn(Focus.NOTHING);
            desk.select(
                    Selection.ofCell(
                            voice(RIGHT).id(), desk.derived().get().guidePhrases().getFirst()));
        });
        type(robot, KeyCode.MINUS);
        type(robot, KeyCode.MINUS);
        assertThat(soundingDecibels(RIGHT, middle) - before).isCloseTo(-2, within(0.01));
        type(robot, KeyCode.CONTROL, KeyCode.EQUALS);
        assertThat(soundingDecibels(RIGHT, middle)).isCloseTo(before, within(1e-9));
    }

    @Test
    void levelIsDrawnToTheGuides(FxRobot robot) {
        openSound(robot);
        robot.interact(() ->
                desk.select(
                        Selection.ofCell(
                                voice(RIGHT).id(),
                                desk.derived().get().guidePhrases().getFirst())));
        for (int i = 0; i < 5; i++) {
            type(robot, KeyCode.MINUS);
        }
        robot.interact(() -> desk.select(Selection.ofVoice(voice(RIGHT).id())));
        WaitForAsyncUtils.waitForFxEvents(20);
        double lean = derived(RIGHT).levelled().lock().cells().getFirst().leanDecibels();
        assertThat(lean).isLessThan(-4);
        robot.interact(desk::undo);
        robot.interact(() -> desk.select(Selection.ofVoice(voice(RIGHT).id())));
        set(robot, "#level-pull-field", "100");
        assertThat(voice(RIGHT).settings().get(LevelSettings.PULL)).contains(100.0);
        for (Compared phrase : derived(RIGHT).levelled().result().phrases()) {
            assertThat(phrase.leftDecibels()).isBetween(-4.5, 0.5);
        }
        assertThat(robot.lookup("#level-figures").queryAs(Label.class).getText())
                .matches(".* dB → 0\\.\\d dB");
    }
}
