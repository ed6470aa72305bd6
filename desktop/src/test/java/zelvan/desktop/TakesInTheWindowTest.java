package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.geometry.Point2D;
import javafx.scene.control.Labeled;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.desktop.acts.Choosing;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.sheets.PrintSheet;
import zelvan.desktop.theme.Theme;
import zelvan.render.VoiceSource;
import zelvan.session.Clip;
import zelvan.session.Edit;
import zelvan.session.Gesture;
import zelvan.session.Layer;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.takes.Syllables;
import zelvan.takes.Take;
import zelvan.takes.TakeMap;
import zelvan.timing.TimingSettings;
import zelvan.units.GuideSpan;

/// A voice chosen from its takes in the lock map: seen, clicked, heard and taken back.
class TakesInTheWindowTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    private TakeMap map() {
        return desk.derived().get().takes(voice(LEFT));
    }

    private void openTakes(FxRobot robot) {
        openDoubles(robot, 2, 5);
        waitUntil(() -> map().isComplete() && !map().takes().isEmpty());
        robot.interact(() ->
                robot.lookup("#takes-" + voice(LEFT).id()).queryAs(ToggleButton.class).fire());
        // The rows have their places after the next picture.
        WaitForAsyncUtils.waitForFxEvents(20);
    }

    /// The middle of a cell of the row of a take.
    private Point2D cell(FxRobot robot, int take, int phrase) {
        GuideSpan span = map().phrases().get(phrase);
        var grid = robot.lookup("#lock-map").query();
        var strip = robot.lookup("#take-" + voice(LEFT).id() + "-" + (take + 1)).query();
        double seconds =
                desk.derived().get().guideClocks().song(span).startSeconds() + span.seconds() / 2;
        double x = seconds / desk.derived().get().seconds() * grid.getBoundsInLocal().getWidth();
        double y = grid.screenToLocal(strip.localToScreen(0, 10)).getY();
        return at(robot, grid, x, y);
    }

    private Optional<Take> chosen(int phrase) {
        return map().chosen(voice(LEFT).layer(), phrase);
    }

    @Test
    void aVoiceIsMadeOfTheTakesThatAreClicked(FxRobot robot) throws Exception {
        openTakes(robot);
        assertThat(map().takes()).hasSizeGreaterThanOrEqualTo(7);
        assertThat(robot.lookup(".take-strip").queryAll()).hasSameSizeAs(map().takes());
        Layer before = voice(LEFT).layer();
        assertThat(chosen(0)).contains(map().takes().getFirst());
        int all = map().takes().size();
        AtomicInteger fewest = new AtomicInteger(all);
        robot.interact(() ->
                desk.derived()
                        .addListener((of, was, is) ->
                                fewest.accumulateAndGet(map().takes().size(), Math::min)));

        robot.clickOn(cell(robot, 3, 1));
        waitUntilDerived();
        assertThat(fewest).as("takes in sight while it is worked out").hasValue(all);
        assertThat(undoTitle()).isEqualTo(LEFT + ": take for phrase 2");
        assertThat(chosen(1)).contains(map().takes().get(3));
        assertThat(chosen(0)).contains(map().takes().getFirst());
        assertThat(desk.selection().get().phrases()).containsExactly(map().phrases().get(1));

        // Between the seams the take's own samples are what is put together.
        Clip clip =
                voice(LEFT).layer().clips().stream()
                        .filter(c -> c.recordingId().equals(map().takes().get(3).recordingId()))
                        .findFirst()
                        .orElseThrow();
        Path file = desk.session().recording(clip.recordingId()).orElseThrow().audio().file();
        Sound own = SoundFiles.read(file).sound();
        Sound made = derived(LEFT).file().orElseThrow().sound();
        float[] heard = new float[RATE];
        float[] sung = new float[RATE];
        int at = (int) Math.round((clip.placedSeconds() + 0.5) * made.sampleRateHertz());
        int recorded =
                at
                        - (int) Math.round(clip.placedSeconds() * made.sampleRateHertz())
                        + (int)
                                Math.round(
                                        clip.span().orElseThrow().startSeconds()
                                                * made.sampleRateHertz());
        made.read(0, at, heard, 0, heard.length);
        own.read(0, recorded, sung, 0, sung.length);
        assertThat(heard).isEqualTo(sung);

        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(voice(LEFT).layer()).isEqualTo(before);
    }

    /// Where a moment of the guide stands in the row of a take.
    private Point2D moment(FxRobot robot, int take, double guideSeconds) {
        var grid = robot.lookup("#lock-map").query();
        var strip = robot.lookup("#take-" + voice(LEFT).id() + "-" + (take + 1)).query();
        double seconds = desk.derived().get().guideClocks().songSecondsOfGuide(guideSeconds);
        double x = seconds / desk.derived().get().seconds() * grid.getBoundsInLocal().getWidth();
        double y = grid.screenToLocal(strip.localToScreen(0, 10)).getY();
        return at(robot, grid, x, y);
    }

    private List<GuideSpan> parts(int take, int phrase) {
        return map().parts(voice(LEFT).layer(), map().takes().get(take), phrase);
    }

    @Test
    void wordsAreDraggedOutOfATakeAndTheirEdgesMoved(FxRobot robot) {
        openTakes(robot);
        Layer before = voice(LEFT).layer();
        List<Double> syllables =
                Syllables.of(desk.derived().get().guideAnalysis().orElseThrow()).stream()
                        .filter(map().phrases().get(1)::contains)
                        .toList();
        robot.drag(moment(robot, 3, syllables.get(2) + 0.02))
                .dropTo(moment(robot, 3, syllables.get(4) - 0.02));
        waitUntilDerived();
        assertThat(undoTitle()).isEqualTo(LEFT + ": words in phrase 2");
        assertThat(parts(3, 1)).hasSize(1);
        GuideSpan part = parts(3, 1).getFirst();
        assertThat(part.startSeconds()).isCloseTo(syllables.get(2), within(0.15));
        assertThat(part.endSeconds()).isCloseTo(syllables.get(4), within(0.15));
        assertThat(parts(0, 1)).hasSize(2);
        assertThat(voice(LEFT).layer().clips()).hasSize(3);

        // Its end is moved back by a syllable: what was there before goes on from here.
        robot.drag(moment(robot, 3, part.endSeconds()))
                .dropTo(moment(robot, 3, syllables.get(3) + 0.02));
        waitUntilDerived();
        assertThat(parts(3, 1)).hasSize(1);
        assertThat(parts(3, 1).getFirst().endSeconds()).isCloseTo(syllables.get(3), within(0.15));
        assertThat(voice(LEFT).layer().clips()).hasSize(3);

        // And the rest of it too: the voice is what it was.
        part = parts(3, 1).getFirst();
        robot.drag(moment(robot, 3, part.endSeconds()))
                .dropTo(moment(robot, 3, syllables.get(2) - 0.01));
        waitUntilDerived();
        assertThat(parts(3, 1)).isEmpty();
        assertThat(parts(0, 1)).hasSize(1);

        robot.interact(() -> {
            desk.undo();
            desk.undo();
            desk.undo();
        });
        assertThat(voice(LEFT).layer()).isEqualTo(before);
    }

    @Test
    void keysGoThroughTheTakesOfAPhraseAndTakeTheBestOfAll(FxRobot robot) {
        openTakes(robot);
        String left = voice(LEFT).id();
        robot.interact(() ->
                desk.select(Selection.ofCells(List.of(left), List.of(map().phrases().get(4)))));
        List<Take> order = new Choosing(desk.now()).order(voice(LEFT), 4);
        int at = order.indexOf(chosen(4).orElseThrow());
        type(robot, KeyCode.U);
        waitUntilDerived();
        assertThat(chosen(4)).contains(order.get((at + 1) % order.size()));
        type(robot, KeyCode.SHIFT, KeyCode.U);
        waitUntilDerived();
        assertThat(chosen(4)).contains(order.get(at));

        robot.interact(() -> desk.select(Selection.ofVoice(left)));
        type(robot, KeyCode.T);
        waitUntilDerived();
        for (int p = 0; p < map().phrases().size(); p++) {
            assertThat(chosen(p))
                    .contains(new Choosing(desk.now()).order(voice(LEFT), p).getFirst());
        }

        int voices = desk.session().voices().size();
        type(robot, KeyCode.SHIFT, KeyCode.T);
        waitUntilDerived();
        assertThat(desk.session().voices()).hasSize(voices + 1);
        Voice other =
                desk.session().voices().stream()
                        .filter(v -> v.name().equals(LEFT + " 2"))
                        .findFirst()
                        .orElseThrow();
        for (int p = 0; p < map().phrases().size(); p++) {
            int phrase = p;
            map().chosen(other.layer(), p)
                    .ifPresent(take -> assertThat(chosen(phrase)).get().isNotEqualTo(take));
        }
    }

    @Test
    void filesBecomeTakesOfATrack(FxRobot robot) {
        openDemo(robot);
        waitUntilDerived();
        String right = voice(RIGHT).id();
        robot.interact(
                () -> work.documents().addTakes(right, List.of(demo.resolve("Mara take 2.wav"))));
        waitUntil(() -> desk.derived().get().takes(voice(RIGHT)).takes().size() == 2);
        assertThat(desk.derived().get().takes(voice(RIGHT)).takes()).hasSize(2);
        assertThat(robot.lookup("#takes-" + right).queryAs(Labeled.class).getText())
                .isEqualTo("▾ 2");
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(voice(RIGHT).layer().takes()).isEmpty();
        assertThat(robot.lookup("#takes-" + right).query().isVisible()).isFalse();
    }

    /// From the folder to the printed voice with the mouse alone: the takes are opened, three
    /// phrases chosen with a click each, and what is printed is what is heard.
    @Test
    void theMouseLeadsFromFilesToAPrintedVoice(FxRobot robot) throws Exception {
        openDoubles(robot, 2, 5);
        waitUntil(() -> map().isComplete() && !map().takes().isEmpty());
        robot.clickOn("#takes-" + voice(LEFT).id());
        WaitForAsyncUtils.waitForFxEvents(20);
        for (int phrase : List.of(1, 3, 4)) {
            robot.clickOn(cell(robot, phrase == 4 ? 1 : 3, phrase));
            waitUntilDerived();
        }
        assertThat(chosen(1)).contains(map().takes().get(3));
        assertThat(chosen(4)).contains(map().takes().get(1));
        Path out = Files.createDirectories(folder.resolve("comp " + System.nanoTime()));
        robot.interact(() ->
                new PrintSheet(work.prints(), new Theme(), () -> Optional.of(out.toFile()))
                        .alert()
                        .show());
        WaitForAsyncUtils.waitForFxEvents();
        robot.clickOn("#print-go");
        waitUntil(() -> said().stream().anyMatch(m -> m.startsWith("Printed ")));

        Sound printed = SoundFiles.read(out.resolve(LEFT + ".wav")).sound();
        VoiceSource locked = derived(LEFT).locked().orElseThrow();
        float[] heard = new float[(int) locked.frames()];
        locked.read(0, 0, heard, heard.length);
        assertThat(printed.frames()).isGreaterThanOrEqualTo(heard.length);
        float[] samples = printed.channel(0);
        float most = 0;
        for (int i = 0; i < heard.length; i++) {
            most = Math.max(most, Math.abs(samples[i] - heard[i]));
        }
        // A little more than a step of 24 bits.
        assertThat(most).isLessThan(3.25f / (1 << 24));
    }

    /// What is recorded meanwhile becomes a take of the track that it is called after; anything
    /// else is offered. It is no step of the user's, and a drag goes on over it.
    @Test
    void filesThatAppearBesideTheRecordingsAreTakes(FxRobot robot) throws Exception {
        openDemo(robot);
        waitUntilDerived();
        Path sung = demo.resolve("Mara double right.wav");
        Path take = demo.resolve("Mara double right take 2.wav");
        Path other = demo.resolve("Odo shout.wav");
        Edit first = turned(Settings.of(TimingSettings.PULL, 40.0));
        Edit more = turned(Settings.of(TimingSettings.PULL, 60.0));
        Gesture drag = Gesture.begin();
        double before = desk.session().settingsOf(voice(RIGHT)).inForce(TimingSettings.PULL);
        int steps = desk.history().get().titles().size();
        try {
            robot.interact(() -> desk.apply(first, drag));
            Files.copy(demo.resolve("Mara take 2.wav"), take);
            Files.copy(sung, other);
            waitUntil(() -> voice(RIGHT).layer().takes().size() == 2);
            waitUntil(() -> said().stream().anyMatch(s -> s.startsWith("Odo shout.wav is new")));
            assertThat(said())
                    .contains(
                            "Mara double right take 2.wav is new, and a take of Mara double right"
                                    + " now.");
            assertThat(desk.sight().opened().get()).doesNotContain(voice(RIGHT).id());
            robot.interact(() -> desk.apply(more, drag));
            assertThat(desk.history().get().titles()).hasSize(steps + 1);
            robot.interact(desk::undo);
            assertThat(desk.session().settingsOf(voice(RIGHT)).inForce(TimingSettings.PULL))
                    .isEqualTo(before);
            assertThat(voice(RIGHT).layer().takes()).hasSize(2);
            robot.interact(desk::redo);
            assertThat(voice(RIGHT).layer().takes()).hasSize(2);
        } finally {
            Files.deleteIfExists(take);
            Files.deleteIfExists(other);
        }
    }
}
