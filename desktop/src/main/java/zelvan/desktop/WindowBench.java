package zelvan.desktop;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.stage.Stage;
import zelvan.cli.Spent;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Work;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.files.Ledger;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.session.Role;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;

/// Measures what a user waits for in the window: until it is there, until a song is seen, heard and
/// locked in it, and what [WindowChanges] and [WindowPlaying] measure.
final class WindowBench {
    private static final int RATE_HERTZ = 48_000;
    private static final long LOOK_EVERY_NANOS = 20_000_000;

    /// The one that is seen closely.
    private static final int PHRASE = 3;

    private final Path folder;
    private final KeptWork kept;
    private final Path temporary;
    private final PrintWriter out;

    /// @param temporary for what the window keeps beside the song while it is measured
    WindowBench(Path folder, KeptWork kept, Path temporary, PrintWriter out) {
        this.folder = folder;
        this.kept = kept;
        this.temporary = temporary;
        this.out = out;
    }

    void run() {
        Platform.setImplicitExit(false);
        Platform.startup(() -> {});
        Desk desk = OnWindow.get(() -> new Desk(new Player(new SimulatedOutput(RATE_HERTZ))));
        Work work =
                OnWindow.get(() ->
                        new Work(
                                desk,
                                new Engine(kept),
                                temporary.resolve("data"),
                                new Ledger(temporary.resolve("written"))));
        try {
            Stage stage = OnWindow.get(Stage::new);
            MainWindow window = OnWindow.get(() -> shown(desk, work, stage));
            OnWindow.painted();
            say("  %-28s%8.2f s", "window, after the start", sinceStartSeconds());
            long start = System.nanoTime();
            OnWindow.run(() -> work.documents().open(List.of(folder)));
            List<Awaited> awaited = new ArrayList<>();
            awaited.add(new Awaited("first picture and sound", () -> !seen(desk).isEmpty()));
            awaited.add(
                    new Awaited(
                            "all seen and heard, raw",
                            () ->
                                    !seen(desk).isEmpty()
                                            && seen(desk).size()
                                                    == desk.session().voices().size()));
            awaited.add(
                    new Awaited(
                            "guide listened to",
                            () -> desk.derived().get().guideAnalysis().isPresent()));
            awaited.add(
                    new Awaited(
                            "first voice locked",
                            () ->
                                    seen(desk).stream()
                                            .anyMatch(v -> !v.alignment().anchors().isEmpty())));
            awaited.add(
                    new Awaited("all locked", () -> !seen(desk).isEmpty() && !desk.stale().get()));
            arrivals(awaited, start);
            say(
                    "  processors %.0f s, resident at most %s",
                    Spent.processorSeconds(), Spent.mostResident());
            say(
                    "  %d tracks, %d phrases, %d left to mend so far",
                    desk.session().voices().size(),
                    desk.derived().get().guidePhrases().size(),
                    desk.findings().toMend().get().size());
            WindowChanges changes = new WindowChanges(desk, window.scene());
            say("%s", changes.ofControl("pull, all stacks", "#timing-pull", 40));
            say("%s", changes.ofControl("pitch pull, all stacks", "#pitch-pull", 40));
            say("%s", changes.ofLevelKeys("level of three voices", followers(desk), phrase(desk)));
            WindowPlaying playing = new WindowPlaying(desk);
            say("%s", playing.frames());
            say("%s", playing.scrolling());
            say("%s", playing.zooming());
            say("%s", playing.besideReading(temporary.resolve("nothing-kept")));
        } finally {
            OnWindow.run(work::close);
            Platform.exit();
        }
    }

    private static MainWindow shown(Desk desk, Work work, Stage stage) {
        MainWindow window = new MainWindow(desk, work, new Theme(), stage);
        stage.setWidth(1280);
        stage.setHeight(800);
        stage.show();
        return window;
    }

    /// Three of those that follow.
    private static List<String> followers(Desk desk) {
        return desk.session().voices().stream()
                .filter(v -> v.role() != Role.GUIDE && v.role() != Role.BED)
                .map(Voice::id)
                .limit(3)
                .toList();
    }

    private static GuideSpan phrase(Desk desk) {
        return desk.derived().get().guidePhrases().get(PHRASE);
    }

    private static double sinceStartSeconds() {
        Instant start = ProcessHandle.current().info().startInstant().orElseThrow();
        return 1e-3 * Duration.between(start, Instant.now()).toMillis();
    }

    private static Collection<DerivedVoice> seen(Desk desk) {
        return desk.derived().get().voices().values();
    }

    /// Something that comes sooner or later.
    private record Awaited(String what, BooleanSupplier came) {}

    /// Says when each came, whichever came first.
    private void arrivals(List<Awaited> awaited, long startNanos) {
        while (!awaited.isEmpty()) {
            List<Awaited> came =
                    OnWindow.get(
                            () -> awaited.stream().filter(a -> a.came().getAsBoolean()).toList());
            double seconds = (System.nanoTime() - startNanos) * 1e-9;
            came.forEach(each -> say("  %-28s%8.2f s", each.what(), seconds));
            awaited.removeAll(came);
            LockSupport.parkNanos(LOOK_EVERY_NANOS);
        }
    }

    private void say(String format, Object... values) {
        out.println(String.format(Locale.ROOT, format, values));
        out.flush();
    }
}
