package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.stage.Stage;
import javafx.stage.WindowEvent;
import org.jspecify.annotations.NullUnmarked;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.audio.SoundFiles;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Message;
import zelvan.desktop.sheets.PrintSheet;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Prints;
import zelvan.desktop.work.Work;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.session.Edit;
import zelvan.session.Session;
import zelvan.singers.DemoSession;
import zelvan.timing.TimingSettings;

/// Nothing that was done is lost, and nothing of one song gets into another.
@NullUnmarked // TestFX sets the fields
class KeepingWorkTest extends WindowTestBase {
    private static final double SECONDS = 9;

    private Path song;

    @Start
    void start(Stage stage) throws Exception {
        song = Files.createDirectories(folder.resolve("song " + System.nanoTime()));
        excerpt(DemoSession.GUIDE, SECONDS, song.resolve("lead.wav"));
        excerpt("Mara double left.wav", SECONDS, song.resolve("double.wav"));
        open(stage);
    }

    private void openSong(FxRobot robot, Path folder) {
        robot.interact(() -> work.documents().open(List.of(folder)));
        waitUntilDerived();
    }

    private void change(FxRobot robot, double pull) {
        robot.interact(() -> desk.apply(pull(100 * pull)));
    }

    private Optional<Message.Offer> offer(Desk of, String word) {
        return of.messages().stream()
                .flatMap(m -> m.offers().stream())
                .filter(o -> o.word().equals(word))
                .findFirst();
    }

    private void waitForAutosaves(int count) {
        waitUntil(() -> work.documents().unsavedSessions().size() == count);
    }

    /// A crash, the same folder again, one click, a second crash: both states are there.
    @Test
    void workThatACrashLeftIsOfferedAndNeverOverwritten(FxRobot robot) {
        openSong(robot, song);
        change(robot, 0.7);
        Session left = desk.session();
        waitForAutosaves(1);
        robot.interact(() -> {
            Desk next = new Desk(new Player(new SimulatedOutput(RATE)));
            Work nextWork = newWork(next);
            nextWork.documents().open(List.of(song));
            assertThat(next.session().stacks().getFirst().settings().inForce(TimingSettings.PULL))
                    .isEqualTo(90);
            assertThat(offer(next, "Go on with it")).isPresent();
            next.apply(pull(10));
            nextWork.close();
        });
        assertThat(work.documents().unsavedSessions()).hasSize(2);
        robot.interact(() -> {
            Desk next = new Desk(new Player(new SimulatedOutput(RATE)));
            Work nextWork = newWork(next);
            nextWork.documents().goOn(nextWork.documents().unsavedSessions().getLast());
            assertThat(next.session().stacks()).isEqualTo(left.stacks());
            assertThat(next.dirty()).isTrue();
            nextWork.close();
        });
    }

    @Test
    void foldersOfEqualNamesDoNotShareTheirWork(FxRobot robot) throws Exception {
        Path other =
                Files.createDirectories(folder.resolve("other " + System.nanoTime()))
                        .resolve(String.valueOf(song.getFileName()));
        Files.createDirectories(other);
        excerpt("Mara take 2.wav", SECONDS, other.resolve("lead.wav"));
        openSong(robot, song);
        change(robot, 0.7);
        waitForAutosaves(1);
        robot.interact(() -> {
            Desk next = new Desk(new Player(new SimulatedOutput(RATE)));
            Work nextWork = newWork(next);
            nextWork.documents().open(List.of(other));
            assertThat(offer(next, "Go on with it")).isEmpty();
            nextWork.close();
        });
    }

    @Test
    void aFolderThatWasOnlyOpenedLeavesNothing(FxRobot robot) {
        openSong(robot, song);
        robot.interact(work::close);
        assertThat(work.documents().unsavedSessions()).isEmpty();
    }

    @Test
    void closingWithChangesKeepsThemAtOnce(FxRobot robot) {
        openSong(robot, song);
        change(robot, 0.8);
        robot.interact(work::close);
        assertThat(work.documents().unsavedSessions()).hasSize(1);
    }

    @Test
    void undoingToWhatWasThereNeedsNoAutosave(FxRobot robot) {
        openSong(robot, song);
        change(robot, 0.8);
        waitForAutosaves(1);
        robot.interact(desk::undo);
        waitForAutosaves(0);
    }

    @Test
    void theFirstImportIsOneStepThatCanBeUndone(FxRobot robot) {
        openSong(robot, song);
        assertThat(desk.history().get().titles()).containsExactly("Opened", "Add 2 tracks");
        robot.interact(desk::undo);
        assertThat(desk.session()).isEqualTo(Session.EMPTY);
        robot.interact(desk::redo);
        assertThat(desk.session().voices()).hasSize(2);
        assertThat(desk.session().name()).isEqualTo(String.valueOf(song.getFileName()));
    }

    @Test
    void aSessionThatIsTornIsOpenedFromItsNewestGoodAutosave(FxRobot robot) throws Exception {
        openSong(robot, song);
        Path file = song.resolve("song.zelvan");
        robot.interact(() -> work.documents().save(file));
        change(robot, 0.7);
        waitUntil(() -> autosaves(file).size() == 1);
        Path autosave = autosaves(file).getFirst();
        robot.interact(work::close);
        Files.writeString(file, Files.readString(file).substring(0, 200));
        Path torn = song.resolve("song.zelvan.zzzz.autosave");
        Files.writeString(torn, "{");
        Files.setLastModifiedTime(
                autosave,
                java.nio.file.attribute.FileTime.from(java.time.Instant.now().minusSeconds(9)));
        robot.interact(() -> {
            Desk next = new Desk(new Player(new SimulatedOutput(RATE)));
            Work nextWork = newWork(next);
            nextWork.documents().open(List.of(file));
            assertThat(next.session().stacks().getFirst().settings().inForce(TimingSettings.PULL))
                    .isEqualTo(70);
            assertThat(next.messages().getFirst().text()).contains("is opened instead");
            nextWork.close();
        });
    }

    private static List<Path> autosaves(Path file) throws IOException {
        try (Stream<Path> files = Files.list(file.getParent())) {
            return files.filter(f -> f.toString().endsWith(".autosave")).toList();
        }
    }

    @Test
    void aSecondSessionHasNothingOfTheFirst(FxRobot robot) throws Exception {
        Path other = Files.createDirectories(folder.resolve("second " + System.nanoTime()));
        excerpt("Mara take 2.wav", SECONDS, other.resolve("lead.wav"));
        excerpt("Odo octave.wav", SECONDS, other.resolve("double.wav"));
        Path first = song.resolve("first.zelvan");
        Path second = other.resolve("second.zelvan");
        openSong(robot, other);
        float[] alone = locked("double", 4);
        robot.interact(() -> work.documents().save(second));
        openSong(robot, second);
        assertThat(locked("double", 4)).isEqualTo(alone);

        robot.interact(() -> {
            Desk next = new Desk(new Player(new SimulatedOutput(RATE)));
            Work nextWork = newWork(next);
            nextWork.documents().open(List.of(song));
            nextWork.documents().save(first);
            nextWork.close();
        });
        openSong(robot, first);
        float[] firsts = locked("double", 4);
        openSong(robot, second);
        assertThat(locked("double", 4)).isEqualTo(alone).isNotEqualTo(firsts);
    }

    @Test
    void aRecordingThatIsReplacedWhileOpenIsSaidAndCanBeTaken(FxRobot robot) throws Exception {
        openSong(robot, song);
        assertThat(desk.session().recordings())
                .allSatisfy(r -> assertThat(r.audio().isKnown()).isTrue());
        assertThat(desk.dirty()).as("knowing is no change").isFalse();
        Path replaced = song.resolve("double.wav");
        Path better = folder.resolve("better " + System.nanoTime() + ".wav");
        excerpt("Mara double right.wav", SECONDS, better);
        Files.move(better, replaced, StandardCopyOption.REPLACE_EXISTING);
        robot.interact(work.deriving()::lookAtFiles);
        waitUntil(() -> said().stream().anyMatch(m -> m.contains("not the recording")));
        Path out = folder.resolve("out " + System.nanoTime());
        robot.interact(() -> work.prints().print(out, Prints.Wish.VOICES, false));
        waitUntil(() -> said().stream().anyMatch(m -> m.startsWith("Not printed: double.wav")));
        assertThat(out.resolve("double.wav")).doesNotExist();

        robot.interact(() -> offer(desk, "Take it as it is now").orElseThrow().action().run());
        waitUntilDerived();
        assertThat(derived("double").problem()).isEmpty();
        assertThat(derived("double").lock().after().count()).isPositive();
    }

    @Test
    void aPrintThatFailsIsSaidAndThenItIsOver(FxRobot robot) throws Exception {
        openSong(robot, song);
        Path file = Files.writeString(folder.resolve("no folder " + System.nanoTime()), "x");
        for (int times = 1; times <= 2; times++) {
            robot.interact(() -> work.prints().print(file, Prints.Wish.VOICES, false));
            waitUntil(() -> !desk.printing().running().get());
        }
        Message said = desk.messages().getLast();
        assertThat(said.text()).contains("could not be written");
        assertThat(said.times()).isEqualTo(2);
        assertThat(said.line()).endsWith("(2 times)");
        assertThat(desk.printing().words().get()).isEmpty();
    }

    @Test
    void filesOfOthersAreReplacedOnlyAfterOneQuestion(FxRobot robot) throws Exception {
        openSong(robot, song);
        change(robot, 1);
        waitUntilDerived();
        Path out = Files.createDirectories(folder.resolve("prints " + System.nanoTime()));
        Path theirs = Files.writeString(out.resolve("double.wav"), "somebody's");
        robot.interact(() ->
                new PrintSheet(work.prints(), new Theme(), () -> Optional.of(out.toFile()))
                        .alert()
                        .show());
        robot.interact(() -> robot.lookup("#print-voices").queryAs(CheckBox.class).isSelected());
        robot.clickOn(robot.lookup("#print-go").queryAs(Button.class));
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(theirs).hasContent("somebody's");
        assertThat(
                        robot.lookup("#replace-sheet")
                                .lookup(".label")
                                .queryAllAs(javafx.scene.control.Label.class))
                .anyMatch(l -> l.getText().contains("double.wav"));
        robot.clickOn("#replace-go");
        waitUntil(() -> said().stream().anyMatch(m -> m.startsWith("Printed 1")));
        assertThat(SoundFiles.read(theirs).sound().seconds()).isGreaterThan(5);

        // What this session printed is printed again without a question.
        change(robot, 0.4);
        waitUntilDerived();
        assertThat(work.prints().inTheWay(out, Prints.Wish.VOICES)).isEmpty();
    }

    @Test
    void aNameThatLeadsElsewhereIsKeptWhereTheOthersAre(FxRobot robot) {
        openSong(robot, song);
        robot.interact(() -> desk.apply(new Edit.Rename("../../evil\0name")));
        robot.interact(() -> desk.apply(pull(30)));
        waitForAutosaves(1);
        assertThat(work.documents().unsavedSessions().getFirst().file().getParent())
                .isEqualTo(unsaved);
    }

    /// Prints, and asks to close the window before the print can have ended.
    private Stage closeWhilePrinting(FxRobot robot, Path out) {
        openSong(robot, song);
        Stage stage = (Stage) window.scene().getWindow();
        robot.interact(() -> {
            work.prints().print(out, Prints.Wish.VOICES, false);
            stage.fireEvent(new WindowEvent(stage, WindowEvent.WINDOW_CLOSE_REQUEST));
        });
        assertThat(stage.isShowing()).isTrue();
        return stage;
    }

    @Test
    void theWindowClosesWhenThePrintIsWhole(FxRobot robot) throws Exception {
        Path out = Files.createDirectories(folder.resolve("closing " + System.nanoTime()));
        Stage stage = closeWhilePrinting(robot, out);
        robot.clickOn("Close when it is done");
        waitUntil(() -> !stage.isShowing());
        assertThat(out.resolve("double.wav")).exists();
        assertThat(desk.printing().running().get()).isFalse();
    }

    /// Otherwise nobody would ever read that nothing was printed.
    @Test
    void theWindowStaysWhenThePrintFails(FxRobot robot) throws Exception {
        Path file = Files.writeString(folder.resolve("no folder " + System.nanoTime()), "");
        Stage stage = closeWhilePrinting(robot, file);
        robot.clickOn("Close when it is done");
        waitUntil(() -> !desk.printing().running().get());
        assertThat(stage.isShowing()).isTrue();
        assertThat(said()).anyMatch(m -> m.contains(file.getFileName().toString()));
    }

    @Test
    void aPrintThatIsStoppedLetsTheWindowClose(FxRobot robot) throws Exception {
        Path out = Files.createDirectories(folder.resolve("stopping " + System.nanoTime()));
        Stage stage = closeWhilePrinting(robot, out);
        robot.clickOn("Stop printing and close");
        waitUntil(() -> !stage.isShowing());
        assertThat(desk.printing().running().get()).isFalse();
    }
}
