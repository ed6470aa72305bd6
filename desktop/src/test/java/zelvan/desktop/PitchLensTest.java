package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.image.WritableImage;
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
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Notes;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.desk.PitchRange;
import zelvan.desktop.desk.Viewport;
import zelvan.dsp.Percentile;
import zelvan.render.VoiceSource;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.TuningSettings;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

/// Pitch in the window: its settings, its lens, and what it sounds like.
class PitchLensTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
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
        assertThat(desk.sight().lens().get()).isEqualTo(Lens.PITCH);
        assertThat(robot.lookup("#pitch-lens").query().isVisible()).isTrue();
        set(robot, "#timing-pull-field", "100");
        set(robot, "#timing-slack-field", "0");
        set(robot, "#pitch-pull-field", "100");
        set(robot, "#keep-detail-field", "0");
        assertThat(voice(RIGHT).settings().get(TuningSettings.PULL)).contains(100.0);
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
        assertThat(voice(RIGHT).settings().get(TuningSettings.PULL)).isEmpty();
        assertThat(derived(RIGHT).pitched().result().map().size()).isZero();
    }

    @Test
    void noteHeardInTheWrongOctaveIsPutRightAndBackAgain(FxRobot robot) {
        openDoubles(robot, 24, 27);
        Note note = derived(RIGHT).analysis().orElseThrow().notes().get(10);
        robot.interact(() -> {
            closeUp.requestFocus();
            desk.focusOn(new Focus.OnNote(voice(RIGHT).id(), note.span()));
        });
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT)
                .type(KeyCode.UP)
                .release(KeyCode.SHIFT, KeyCode.CONTROL);
        waitUntilDerived();
        double middle = note.span().middleSeconds();
        double up = derived(RIGHT).analysis().orElseThrow().pitch().hertzAt(middle);
        robot.interact(desk::undo);
        waitUntilDerived();
        double before = derived(RIGHT).analysis().orElseThrow().pitch().hertzAt(middle);
        assertThat(Pitch.centsBetween(before, up)).isBetween(1199.0, 1201.0);
        WaitForAsyncUtils.waitForFxEvents();
    }

    private Note noteInSight() {
        return derived(RIGHT).pitched().result().notes().stream()
                .filter(n -> n.span().seconds() > 0.35)
                .filter(n -> {
                    double at = derived(RIGHT).timing().map().outputSecondsAt(middle(n));
                    return at > 24.2 && at < 26.8;
                })
                .findFirst()
                .orElseThrow();
    }

    private static double middle(Note note) {
        return note.span().middleSeconds();
    }

    private double moved(Note note) {
        return derived(RIGHT).pitched().result().map().centsAt(middle(note));
    }

    /// Clicks down along the lens where the note is, until it has the focus.
    private double clickOn(FxRobot robot, Node lens, Note note) {
        double at = derived(RIGHT).timing().map().outputSecondsAt(middle(note));
        double x = desk.sight().viewport().get().x(at, lens.getBoundsInLocal().getWidth());
        for (double y = 40; y < lens.getBoundsInLocal().getHeight(); y += 6) {
            robot.clickOn(lens.localToScreen(x, y));
            if (desk.focus().get() instanceof Focus.OnNote(String id, RecordedSpan span)
                    && id.equals(voice(RIGHT).id())
                    && span.equals(note.span())) {
                return y;
            }
        }
        throw new AssertionError("the note is not to be found");
    }

    @Test
    void notesInAFrameGoTogetherByTheSameAmount(FxRobot robot) {
        openDoubles(robot, 24, 27);
        robot.interact(() -> closeUp.requestFocus());
        robot.type(KeyCode.DIGIT2);
        Node lens = robot.lookup("#pitch-lens").query();
        double width = lens.getBoundsInLocal().getWidth();
        double height = lens.getBoundsInLocal().getHeight();
        robot.drag(lens.localToScreen(60, 27)).dropTo(lens.localToScreen(width - 4, height - 4));
        List<Focus.OnNote> framed = desk.focus().get().notes();
        assertThat(framed.stream().map(Focus.OnNote::voiceId).distinct())
                .containsExactlyInAnyOrder(voice(LEFT).id(), voice(RIGHT).id());
        assertThat(robot.lookup("#note-heading").queryAs(Label.class).getText())
                .isEqualTo(framed.size() + " notes in 2 voices");
        Note note = noteInSight();
        assertThat(framed).contains(new Focus.OnNote(voice(RIGHT).id(), note.span()));

        double before = moved(note);
        robot.press(KeyCode.SHIFT).type(KeyCode.UP).type(KeyCode.UP).release(KeyCode.SHIFT);
        waitUntilDerived();
        assertThat(moved(note)).isCloseTo(before + 10, within(1.0));
        assertThat(hand(LEFT).notes().size() + hand(RIGHT).notes().size()).isEqualTo(framed.size());

        // Dragged by one of them, all go as far as it goes.
        double y = clickOn(robot, lens, note);
        robot.interact(() -> desk.focusOn(Focus.onNotes(framed)));
        double x =
                desk.sight()
                        .viewport()
                        .get()
                        .x(derived(RIGHT).timing().map().outputSecondsAt(middle(note)), width);
        List<NoteEdit> aims = hand(RIGHT).notes();
        robot.drag(lens.localToScreen(x, y)).dropTo(lens.localToScreen(x, y - 30));
        List<NoteEdit> dragged = hand(RIGHT).notes();
        double by = aim(dragged.getFirst()) - aim(aims.getFirst());
        assertThat(by).isGreaterThan(30);
        assertThat(dragged).hasSameSizeAs(aims);
        for (int i = 0; i < aims.size(); i++) {
            assertThat(aim(dragged.get(i))).isCloseTo(aim(aims.get(i)) + by, within(0.1));
        }

        robot.interact(() -> robot.lookup("#note-split").queryButton().fire());
        assertThat(hand(RIGHT).notes().size() + hand(LEFT).notes().size())
                .isEqualTo(2 * framed.size());
        robot.interact(() -> robot.lookup("#give-back-note").queryButton().fire());
        robot.press(KeyCode.SHIFT).type(KeyCode.A).release(KeyCode.SHIFT);
        assertThat(desk.focus().get().notes()).hasSizeGreaterThanOrEqualTo(framed.size());
        assertThat(desk.focus().get().notes().stream().map(Focus.OnNote::voiceId).distinct())
                .hasSize(2);
    }

    @Test
    void theWheelOverTheNotesScrollsAndZoomsPitch(FxRobot robot) {
        openDoubles(robot, 24, 27);
        robot.interact(() -> closeUp.requestFocus());
        robot.type(KeyCode.DIGIT2);
        Node lens = robot.lookup("#pitch-lens").query();
        Viewport before = desk.sight().viewport().get();
        WritableImage fitted = picture(robot, lens);
        robot.interact(() -> wheel(lens, 10, 150, 40, false, true));
        PitchRange near = desk.sight().pitchRange().get().orElseThrow();
        robot.interact(() -> wheel(lens, 10, 150, 40, false, true));
        PitchRange nearer = desk.sight().pitchRange().get().orElseThrow();
        assertThat(nearer.highCents() - nearer.lowCents())
                .isCloseTo(0.85 * (near.highCents() - near.lowCents()), within(0.01));
        robot.interact(() -> wheel(lens, 10, 150, 40, false, false));
        PitchRange higher = desk.sight().pitchRange().get().orElseThrow();
        assertThat(higher.lowCents()).isCloseTo(nearer.lowCents() + 100, within(0.01));
        assertThat(desk.sight().viewport().get()).isEqualTo(before);
        assertThat(differing(fitted, picture(robot, lens))).isGreaterThan(500);
        robot.interact(desk.looking()::fit);
        assertThat(desk.sight().pitchRange().get()).isEmpty();
    }

    private static double aim(NoteEdit note) {
        return note.aimCents().orElseThrow();
    }

    @Test
    void aNoteIsDraggedToAnotherToneNudgedFlattenedAndGivenBack(FxRobot robot) {
        openDoubles(robot, 24, 27);
        robot.interact(() -> closeUp.requestFocus());
        robot.type(KeyCode.DIGIT2);
        Node lens = robot.lookup("#pitch-lens").query();
        Note note = noteInSight();
        double y = clickOn(robot, lens, note);
        double at = derived(RIGHT).timing().map().outputSecondsAt(middle(note));
        double x = desk.sight().viewport().get().x(at, lens.getBoundsInLocal().getWidth());
        double before = derived(RIGHT).analysis().orElseThrow().pitch().hertzAt(middle(note));
        robot.drag(lens.localToScreen(x, y)).dropTo(lens.localToScreen(x, y - 90));
        waitUntilDerived();
        double cents = hand(RIGHT).note(note.span()).aimCents().orElseThrow();
        assertThat(cents).isGreaterThan(Pitch.centsBetween(Pitch.A4_HERTZ, before) + 50);
        assertThat(cents / 100).isCloseTo(Math.rint(cents / 100), within(1e-6));
        double heard = sounding(RIGHT).hertzAt(at);
        assertThat(Pitch.centsBetween(before, heard)).isCloseTo(moved(note), within(25.0));

        robot.press(KeyCode.SHIFT).type(KeyCode.UP).release(KeyCode.SHIFT);
        waitUntilDerived();
        assertThat(hand(RIGHT).note(note.span()).aimCents().orElseThrow())
                .isCloseTo(cents + 5, within(1e-6));

        set(robot, "#note-vibrato-field", "0");
        assertThat(hand(RIGHT).note(note.span()).vibrato()).contains(0.0);
        robot.interact(() -> robot.lookup("#note-split").queryButton().fire());
        waitUntilDerived();
        assertThat(hand(RIGHT).notes()).hasSize(2);
        robot.interact(() -> {
            robot.lookup("#give-back-note").queryButton().fire();
            desk.undo();
            desk.undo();
            desk.undo();
            desk.undo();
        });
        waitUntilDerived();
        assertThat(hand(RIGHT).note(note.span()).aimCents()).isPresent();
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(hand(RIGHT).notes()).isEmpty();
        assertThat(moved(note)).isZero();
    }

    /// The vibrato of a whole stack is turned down and heard so; a note departs, and all that
    /// departs is given back at once.
    @Test
    void vibratoOfAStackIsSetAndNotesByHandAreGivenBackTogether(FxRobot robot) {
        openDoubles(robot, 24, 27);
        PitchTrack sung = derived(RIGHT).analysis().orElseThrow().pitch();
        Note note =
                derived(RIGHT).pitched().result().notes().stream()
                        .max(Comparator.comparingDouble(n -> movement(n, sung, t -> t)))
                        .orElseThrow();
        double before = movement(note, sung, t -> t);
        robot.interact(() -> {
            desk.sight().lookThrough(Lens.PITCH);
            desk.select(
                    new Selection(
                            Optional.of(voice(RIGHT).stackId()), List.of(), Optional.empty()));
        });
        set(robot, "#vibrato-field", "0");
        set(robot, "#wander-field", "0");
        assertThat(inForce(LEFT, TuningSettings.VIBRATO)).isZero();
        double flat = movement(note, sounding(RIGHT), t -> sounds(RIGHT, t));
        assertThat(before).isGreaterThan(8);
        assertThat(flat).isLessThan(0.4 * before);

        robot.interact(() -> {
            desk.select(Selection.ofVoice(voice(RIGHT).id()));
            desk.focusOn(new Focus.OnNote(voice(RIGHT).id(), note.span()));
        });
        set(robot, "#note-vibrato-field", "150");
        robot.interact(() -> desk.act(now -> new Notes(now).nudge(20)));
        waitUntilDerived();
        assertThat(robot.lookup("#give-back-notes").queryButton().getText())
                .isEqualTo("Give one note back");
        robot.interact(() -> robot.lookup("#give-back-notes").queryButton().fire());
        waitUntilDerived();
        assertThat(hand(RIGHT).notes()).isEmpty();
        assertThat(robot.lookup("#give-back-notes").tryQuery()).isEmpty();
    }

    /// Standard deviation of the pitch inside a note, cents.
    private static double movement(Note note, PitchTrack pitch, DoubleUnaryOperator sounds) {
        if (note.span().seconds() < 0.5) {
            return 0;
        }
        double square = 0;
        double sum = 0;
        int count = 0;
        for (double t = note.span().startSeconds() + 0.1;
                t < note.span().endSeconds() - 0.1;
                t += 0.005) {
            double cents =
                    Pitch.centsBetween(Pitch.A4_HERTZ, pitch.hertzAt(sounds.applyAsDouble(t)));
            sum += cents;
            square += cents * cents;
            count++;
        }
        return Math.sqrt(square / count - sum / count * sum / count);
    }

    @Test
    void theSameNoteOfTwoVoicesIsMovedAsOne(FxRobot robot) {
        openDoubles(robot, 24, 27);
        Note note = noteInSight();
        robot.interact(() -> {
            desk.select(
                    new Selection(
                            Optional.empty(),
                            List.of(voice(RIGHT).id(), voice(LEFT).id()),
                            Optional.empty()));
            closeUp.requestFocus();
            desk.focusOn(new Focus.OnNote(voice(RIGHT).id(), note.span()));
        });
        robot.press(KeyCode.SHIFT).type(KeyCode.DOWN).release(KeyCode.SHIFT);
        waitUntilDerived();
        assertThat(hand(RIGHT).notes()).hasSize(1);
        assertThat(hand(LEFT).notes()).hasSize(1);
        assertThat(moved(note)).isCloseTo(-5, within(6.0));
        robot.interact(desk::undo);
        assertThat(hand(LEFT).notes()).isEmpty();
    }
}
