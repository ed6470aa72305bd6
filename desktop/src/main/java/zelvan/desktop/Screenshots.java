package zelvan.desktop;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import zelvan.align.Anchor;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.Note;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Focus;
import zelvan.desktop.model.Lens;
import zelvan.desktop.model.Selection;
import zelvan.desktop.model.Viewport;
import zelvan.desktop.reports.PrintSheet;
import zelvan.desktop.theme.Theme;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.files.Ledger;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.play.Version;
import zelvan.session.Gesture;
import zelvan.session.GuideEdit;
import zelvan.session.GuideReference;
import zelvan.session.Protection;
import zelvan.session.Scope;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.Grid;
import zelvan.units.TempoMap;
import zelvan.units.TimeSpan;

/// Pictures of the main views, made from the demo session.
final class Screenshots {
    private static final int SAMPLE_RATE_HERTZ = 48_000;
    private static final long LONGEST_WAIT_SECONDS = 180;
    private static final long SETTLE_MILLIS = 700;

    private final Path demo;
    private final Path folder;

    Screenshots(Path demo, Path folder) {
        this.demo = demo;
        this.folder = folder;
    }

    void take() {
        Platform.setImplicitExit(false);
        CountDownLatch started = new CountDownLatch(1);
        Platform.startup(started::countDown);
        try {
            started.await();
            takeAll();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            Platform.exit();
        }
    }

    private void takeAll() throws InterruptedException {
        Theme theme = onWindow(Theme::new);
        AppModel model =
                onWindow(() ->
                        new AppModel(
                                new Engine(KeptWork.ofUser()),
                                new Player(new SimulatedOutput(SAMPLE_RATE_HERTZ)),
                                Path.of(
                                        System.getProperty("java.io.tmpdir"),
                                        "zelvan-pictures-" + ProcessHandle.current().pid()),
                                Ledger.ofUser()));
        Stage stage = onWindow(Stage::new);
        MainWindow window = onWindow(() -> new MainWindow(model, theme, stage));
        onWindow(() -> run(stage::show));
        picture(window.scene(), "empty.png");
        onWindow(() -> run(() -> model.documents().open(List.of(demo))));
        waitFor(() ->
                !model.derived().get().guidePhrases().isEmpty() && !model.deriving().stale().get());
        onWindow(() -> run(() -> model.playback().version().set(Version.RAW)));
        picture(window.scene(), "raw.png");
        onWindow(() ->
                run(() -> {
                    model.playback().version().set(Version.LOCKED);
                    model.apply(
                            Turn.all(
                                    List.of(Scope.ALL),
                                    "All stacks",
                                    "all the way",
                                    Settings.of(TimingSettings.PULL, 100.0)));
                }));
        waitFor(() -> !model.deriving().stale().get());
        picture(window.scene(), "locked.png");
        PrintSheet sheet = onWindow(() -> new PrintSheet(model.prints(), theme, Optional::empty));
        onWindow(() ->
                run(() -> {
                    sheet.alert().initOwner(stage);
                    sheet.alert().show();
                }));
        picture(sheet.alert().getDialogPane().getScene(), "print.png");
        onWindow(() -> run(sheet.alert()::close));
        onWindow(() -> run(() -> closeUp(model)));
        onWindow(() -> run(() -> model.playback().version().set(Version.RAW)));
        picture(window.scene(), "close-up.png");
        onWindow(() -> run(() -> pitch(model)));
        waitFor(() -> !model.deriving().stale().get());
        picture(window.scene(), "pitch-raw.png");
        onWindow(() -> run(() -> model.playback().version().set(Version.LOCKED)));
        onWindow(() -> run(() -> note(model)));
        waitFor(() -> !model.deriving().stale().get());
        picture(window.scene(), "pitch.png");
        onWindow(() -> run(() -> model.lens().set(Lens.TIME)));
        onWindow(() -> run(() -> repair(model)));
        waitFor(() -> !model.deriving().stale().get());
        picture(window.scene(), "repair.png");
        onWindow(() -> run(() -> guide(model)));
        waitFor(() -> !model.deriving().stale().get());
        picture(window.scene(), "guide.png");
        onWindow(() -> run(theme::toggle));
        picture(window.scene(), "light.png");
        onWindow(() -> run(model::close));
    }

    /// The loose double in the phrase with the wrong word, and less than all of it.
    private static void closeUp(AppModel model) {
        Voice voice =
                model.session().followers().stream()
                        .filter(v -> v.name().contains("right"))
                        .findFirst()
                        .orElseThrow();
        TimeSpan phrase = model.derived().get().guidePhrases().get(4);
        model.visit(voice.id(), phrase);
        model.viewport()
                .set(new Viewport(phrase.startSeconds() - 0.2, phrase.startSeconds() + 2.4));
    }

    /// The doubles drawn to the guide, with half of their own detail kept.
    private static void pitch(AppModel model) {
        Voice voice =
                model.session().voice(model.selection().get().voiceIds().getFirst()).orElseThrow();
        model.apply(
                Turn.all(
                        List.of(new Scope.OfStack(voice.stackId())),
                        "Doubles",
                        "pitch",
                        Settings.of(TuningSettings.TARGET, PitchTarget.GUIDE)
                                .with(TuningSettings.PULL, 90.0)
                                .with(TuningSettings.SLACK, 8.0)
                                .with(TuningSettings.DETAIL, 50.0)));
        model.lens().set(Lens.PITCH);
    }

    /// The longest note in sight, with less of its vibrato.
    private static void note(AppModel model) {
        DerivedVoice made =
                model.derived()
                        .get()
                        .voice(model.selection().get().voiceIds().getFirst())
                        .orElseThrow();
        Viewport view = model.viewport().get();
        made.pitched().result().notes().stream()
                .map(Note::span)
                .filter(s -> {
                    double at = made.timing().map().outputSecondsAt(s.middleSeconds());
                    return at > view.startSeconds() && at < view.endSeconds();
                })
                .max(Comparator.comparingDouble(TimeSpan::seconds))
                .ifPresent(s -> model.focus().set(new Focus.OnNote(made.voiceId(), s)));
        model.notes().shape(n -> n.withVibrato(0.4), "vibrato", Gesture.begin());
    }

    /// A bead held, a landmark placed, a stretch protected, in the voice that is selected.
    private static void repair(AppModel model) {
        model.playback().version().set(Version.LOCKED);
        String id = model.selection().get().voiceIds().getFirst();
        DerivedVoice made = model.derived().get().voice(id).orElseThrow();
        List<Anchor> beads =
                made.alignment().anchorsIn(model.selection().get().phrase().orElseThrow()).stream()
                        .filter(a -> a.kind().isPresent())
                        .toList();
        Anchor held = beads.get(2);
        double sounds = made.timing().map().outputSecondsAt(held.sourceSeconds());
        model.repairs()
                .hold(
                        model.repairs().take(id, held.sourceSeconds(), Optional.of(held), sounds),
                        sounds + 0.04,
                        Gesture.begin());
        model.repairs().addLandmark(id, LandmarkKind.VOWEL, held.sourceSeconds() - 0.3);
        double start = beads.get(5).sourceSeconds() + 0.1;
        model.protections().protect(id, new TimeSpan(start, start + 0.45), Protection.Kind.TIMING);
    }

    /// The guide on the grid of the demo song: a waltz of 150 beats a minute.
    private static void guide(AppModel model) {
        Grid grid = new Grid(TempoMap.steady(150, 3, 0), Grid.Division.HALVES, Grid.STRAIGHT);
        model.apply(new GuideEdit.SetGrid(Optional.of(grid), "150.0 beats a minute"));
        model.apply(new GuideEdit.LineUpGuide(GuideReference.GRID, "line up with the grid"));
        String id = model.session().guide().orElseThrow().id();
        model.apply(
                new Turn<>(List.of(new Scope.OfVoice(id)), "Guide", TimingSettings.PULL, 100.0));
        model.select(Selection.ofVoice(id));
        model.focus().set(Focus.NOTHING);
    }

    private static boolean run(Runnable action) {
        action.run();
        return true;
    }

    private static <T> T onWindow(Supplier<T> action) throws InterruptedException {
        CompletableFuture<T> done = new CompletableFuture<>();
        Platform.runLater(() -> {
            try {
                done.complete(action.get());
            } catch (RuntimeException e) {
                done.completeExceptionally(e);
            }
        });
        try {
            return done.get();
        } catch (ExecutionException e) {
            throw new IllegalStateException("a view failed", e.getCause());
        }
    }

    private static void waitFor(BooleanSupplier condition) throws InterruptedException {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(LONGEST_WAIT_SECONDS);
        while (!onWindow(condition::getAsBoolean)) {
            if (System.nanoTime() > end) {
                throw new IllegalStateException("the demo session was not ready in time");
            }
            Thread.sleep(50);
        }
    }

    private void picture(Scene scene, String name) throws InterruptedException {
        Thread.sleep(SETTLE_MILLIS);
        WritableImage image = onWindow(() -> scene.snapshot(null));
        int width = (int) image.getWidth();
        int height = (int) image.getHeight();
        BufferedImage copy = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        PixelReader pixels = image.getPixelReader();
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                copy.setRGB(x, y, pixels.getArgb(x, y));
            }
        }
        try {
            Files.createDirectories(folder);
            ImageIO.write(copy, "png", folder.resolve(name).toFile());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
