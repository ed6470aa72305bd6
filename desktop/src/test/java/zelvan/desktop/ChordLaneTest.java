package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.analysis.Note;
import zelvan.desktop.acts.Chords;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.desk.Viewport;
import zelvan.session.Scope;
import zelvan.session.Turn;
import zelvan.tuning.Harmony;
import zelvan.tuning.PitchTarget;
import zelvan.units.Pitch;

/// Chords in the window: read with the demo, written, moved, taken away, and sung to.
@org.jspecify.annotations.NullUnmarked // set when the demo is open
class ChordLaneTest extends CloseUpTestBase {
    /// A bar of the demo's waltz.
    private static final double BAR_SECONDS = 1.2;

    private Node lane;

    @Start
    void start(Stage stage) {
        open(stage);
    }

    private void openLane(FxRobot robot) {
        openDoubles(robot, 24, 34);
        robot.interact(() -> desk.sight().lookThrough(Lens.PITCH));
        lane = robot.lookup("#chord-lane").query();
    }

    private List<Harmony.Change> chords() {
        return desk.session().harmony().chords();
    }

    private String chordAt(double seconds) {
        return desk.session().harmony().chordAt(seconds).orElseThrow().name();
    }

    private Point2D onLane(FxRobot robot, double seconds) {
        double x = desk.sight().viewport().get().x(seconds, lane.getBoundsInLocal().getWidth());
        return at(robot, lane, x, 12);
    }

    private TextField field(FxRobot robot) {
        return robot.lookup("#chord-field").queryAs(TextField.class);
    }

    @Test
    void chordsComeWithTheSongAndItsTempo(FxRobot robot) {
        openLane(robot);
        assertThat(chords().subList(0, 4))
                .extracting(c -> c.chord().name())
                .containsExactly("G", "Em", "C", "D");
        assertThat(chords().get(1).seconds()).isCloseTo(2 * BAR_SECONDS, within(1e-9));
        assertThat(desk.session().grid().orElseThrow().tempo().beatsPerMinuteAt(9))
                .isCloseTo(150, within(1e-4));
    }

    @Test
    void aChordIsWrittenAndTheNextOneABarOn(FxRobot robot) {
        openLane(robot);
        int before = chords().size();
        robot.doubleClickOn(onLane(robot, 26.05));
        assertThat(field(robot).isVisible()).isTrue();
        robot.write("Bm7").type(KeyCode.TAB);
        robot.write("Asus4").type(KeyCode.ENTER);
        assertThat(field(robot).isVisible()).isFalse();
        // The second one takes the place of the one that began there.
        assertThat(chords()).hasSize(before + 1);
        assertThat(chordAt(26.1)).isEqualTo("Bm7");
        Harmony.Change next =
                desk.session().harmony().changeBefore(26.1 + BAR_SECONDS).orElseThrow();
        assertThat(next.chord().name()).isEqualTo("Asus4");
        double bars = next.seconds() / BAR_SECONDS;
        assertThat(bars).isCloseTo(Math.rint(bars), within(1e-6));
        assertThat(undoTitle()).startsWith("Chords: Asus4 at 0:26");

        robot.doubleClickOn(onLane(robot, 26.05));
        robot.eraseText(4).write("what").type(KeyCode.ENTER);
        assertThat(said()).anyMatch(m -> m.contains("“what” is not understood"));
        assertThat(field(robot).isVisible()).isTrue();
        robot.type(KeyCode.ESCAPE);
        assertThat(chordAt(26.1)).isEqualTo("Bm7");
        robot.interact(() -> {
            desk.undo();
            desk.undo();
        });
        assertThat(chords()).hasSize(before);
    }

    @Test
    void aChordIsKeptWhenSomethingElseIsClicked(FxRobot robot) {
        openLane(robot);
        robot.doubleClickOn(onLane(robot, 26.05));
        robot.write("Bm7");
        robot.clickOn("#pitch-lens");
        assertThat(field(robot).isVisible()).isFalse();
        assertThat(chordAt(26.1)).isEqualTo("Bm7");
    }

    @Test
    void aChordIsDraggedToAnotherBeatAndTakenAway(FxRobot robot) {
        openLane(robot);
        Harmony.Change change = desk.session().harmony().changeBefore(29).orElseThrow();
        int before = chords().size();
        robot.moveTo(onLane(robot, change.seconds())).press(MouseButton.PRIMARY);
        for (double s = 0.1; s < 0.46; s += 0.1) {
            robot.moveTo(onLane(robot, change.seconds() + s));
        }
        robot.release(MouseButton.PRIMARY);
        assertThat(chords()).hasSize(before);
        assertThat(desk.session().harmony().changeBefore(29.3).orElseThrow().seconds())
                .isCloseTo(change.seconds() + 0.4, within(1e-6));
        robot.interact(desk::undo);
        assertThat(chords()).contains(change);

        robot.clickOn(onLane(robot, change.seconds() + 0.2));
        robot.interact(() -> lane.getParent().requestFocus());
        robot.type(KeyCode.DELETE);
        assertThat(chords()).hasSize(before - 1).doesNotContain(change);
    }

    @Test
    void theKeyForChordsWritesAtThePlayhead(FxRobot robot) {
        openLane(robot);
        robot.interact(() -> {
            desk.sight().show(new Viewport(0, 5));
            desk.hearing().player().seek(30.05);
            lane.getParent().requestFocus();
        });
        waitUntil(() -> desk.hearing().player().positionSeconds() > 30);
        robot.type(KeyCode.C).write("Bb").type(KeyCode.ENTER);
        assertThat(chordAt(30.1)).isEqualTo("Bb");
        assertThat(desk.sight().viewport().get().endSeconds()).isGreaterThan(30);
    }

    /// Brought in alone it takes the place of what was written, and can be taken back.
    @Test
    void aMidiFileByItselfBringsItsChords(FxRobot robot) throws Exception {
        openLane(robot);
        int voices = desk.session().voices().size();
        robot.interact(() -> desk.act(now -> new Chords(now).write(26, "Bm7")));
        List<Harmony.Change> written = chords();
        Path midi = demo.resolve("Lanterns on the Pier.mid");
        robot.interact(() -> work.documents().open(List.of(midi)));
        assertThat(chords())
                .doesNotContainAnyElementsOf(
                        written.stream().filter(c -> c.chord().name().equals("Bm7")).toList());
        assertThat(undoTitle()).isEqualTo("Chords: from Lanterns on the Pier.mid");
        assertThat(desk.session().voices()).hasSize(voices);
        robot.interact(desk::undo);
        assertThat(chords()).isEqualTo(written);

        Path broken = Files.writeString(folder.resolve("broken.mid"), "no MIDI");
        robot.interact(() -> work.documents().open(List.of(broken)));
        assertThat(said().getLast()).contains("broken.mid: it is not a MIDI file");
        assertThat(chords()).isEqualTo(written);
    }

    @Test
    void aVoiceIsDrawnToTheChordsTones(FxRobot robot) {
        openLane(robot);
        robot.interact(() ->
                desk.apply(
                        Turn.all(
                                List.of(new Scope.OfStack(voice(RIGHT).stackId())),
                                "Doubles",
                                "pitch",
                                pitch(PitchTarget.CHORD, 100, 100))));
        waitUntilDerived();
        int checked = 0;
        for (Note note : derived(RIGHT).pitched().result().notes()) {
            double middle = note.span().middleSeconds();
            double guide = derived(RIGHT).alignment().guideSecondsAt(middle);
            if (note.span().seconds() < 0.3
                    || derived(RIGHT).alignment().unmatched().stream()
                            .anyMatch(s -> s.contains(middle))) {
                continue;
            }
            double aimed =
                    Pitch.midiNoteOf(
                            note.hertz()
                                    * Pitch.ratio(
                                            derived(RIGHT)
                                                    .pitched()
                                                    .result()
                                                    .map()
                                                    .centsAt(middle)));
            boolean inChord =
                    desk.session()
                            .harmony()
                            .chordAt(guide)
                            .orElseThrow()
                            .tones()
                            .contains((int) Math.rint(aimed));
            assertThat(inChord).as("note at %.2f s", guide).isTrue();
            assertThat(aimed).isCloseTo(Math.rint(aimed), within(0.15));
            checked++;
        }
        assertThat(checked).isGreaterThan(10);
    }
}
