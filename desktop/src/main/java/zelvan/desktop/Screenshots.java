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
import zelvan.desktop.acts.Choosing;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Notes;
import zelvan.desktop.acts.Protections;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.acts.Sounds;
import zelvan.desktop.acts.Tracks;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.sheets.PrintSheet;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Work;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.files.Ledger;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.level.LevelSettings;
import zelvan.level.SideSound;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.play.Version;
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
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;
import zelvan.units.TempoMap;

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
        Desk desk = onWindow(() -> new Desk(new Player(new SimulatedOutput(SAMPLE_RATE_HERTZ))));
        Work work =
                onWindow(() ->
                        new Work(
                                desk,
                                new Engine(KeptWork.ofUser()),
                                Path.of(
                                        System.getProperty("java.io.tmpdir"),
                                        "zelvan-pictures-" + ProcessHandle.current().pid()),
                                Ledger.ofUser()));
        Stage stage = onWindow(Stage::new);
        MainWindow window = onWindow(() -> new MainWindow(desk, work, theme, stage));
        onWindow(() -> run(stage::show));
        picture(window.scene(), "empty.png");
        onWindow(() -> run(() -> work.documents().open(List.of(demo))));
        waitFor(() -> !desk.derived().get().guidePhrases().isEmpty() && !desk.stale().get());
        onWindow(() -> run(() -> desk.hearing().hear(Version.RAW)));
        picture(window.scene(), "raw.png");
        onWindow(() ->
                run(() -> {
                    desk.hearing().hear(Version.LOCKED);
                    desk.apply(
                            Turn.all(
                                    List.of(Scope.ALL),
                                    "All stacks",
                                    "all the way",
                                    Settings.of(TimingSettings.PULL, 100.0)
                                            .with(TimingSettings.SLACK, 0.0)));
                }));
        waitFor(() -> !desk.stale().get());
        picture(window.scene(), "locked.png");
        Voice left = onWindow(() -> voice(desk, "left"));
        waitFor(() -> desk.derived().get().takes(left).isComplete());
        onWindow(() -> run(() -> takes(desk, left)));
        waitFor(() -> !desk.stale().get());
        picture(window.scene(), "takes.png");
        onWindow(() ->
                run(() -> {
                    desk.undo();
                    desk.sight().openOrClose(left.id());
                }));
        waitFor(() -> !desk.stale().get());
        PrintSheet sheet = onWindow(() -> new PrintSheet(work.prints(), theme, Optional::empty));
        onWindow(() ->
                run(() -> {
                    sheet.alert().initOwner(stage);
                    sheet.alert().show();
                }));
        picture(sheet.alert().getDialogPane().getScene(), "print.png");
        onWindow(() -> run(sheet.alert()::close));
        onWindow(() -> run(() -> closeUp(desk)));
        onWindow(() -> run(() -> desk.hearing().hear(Version.RAW)));
        picture(window.scene(), "close-up.png");
        onWindow(() -> run(() -> pitch(desk)));
        waitFor(() -> !desk.stale().get());
        picture(window.scene(), "pitch-raw.png");
        onWindow(() -> run(() -> desk.hearing().hear(Version.LOCKED)));
        onWindow(() -> run(() -> note(desk)));
        waitFor(() -> !desk.stale().get());
        picture(window.scene(), "pitch.png");
        Viewport before = onWindow(() -> desk.sight().viewport().get());
        onWindow(() -> run(() -> sound(desk)));
        waitFor(() -> !desk.stale().get());
        onWindow(() -> run(() -> louderEss(desk)));
        waitFor(() -> !desk.stale().get());
        picture(window.scene(), "sound.png");
        onWindow(() ->
                run(() -> {
                    desk.undo();
                    desk.undo();
                    desk.sight().show(before);
                }));
        onWindow(() -> run(() -> desk.sight().lookThrough(Lens.TIME)));
        onWindow(() -> run(() -> repair(desk)));
        waitFor(() -> !desk.stale().get());
        picture(window.scene(), "repair.png");
        onWindow(() -> run(() -> guide(desk)));
        waitFor(() -> !desk.stale().get());
        picture(window.scene(), "guide.png");
        onWindow(() -> run(theme::toggle));
        picture(window.scene(), "light.png");
        onWindow(() -> run(work::close));
    }

    private static Voice voice(Desk desk, String part) {
        return desk.session().followers().stream()
                .filter(v -> v.name().contains(part))
                .findFirst()
                .orElseThrow();
    }

    /// A voice open into its takes, made of the best of each.
    private static void takes(Desk desk, Voice voice) {
        desk.sight().openOrClose(voice.id());
        desk.select(Selection.ofVoice(voice.id()));
        desk.act(now -> new Choosing(now).best());
        desk.looking().visit(voice.id(), desk.derived().get().guidePhrases().get(4));
    }

    /// The loose double in the phrase with the wrong word, and less than all of it.
    private static void closeUp(Desk desk) {
        Voice voice = voice(desk, "right");
        GuideSpan phrase = desk.derived().get().guidePhrases().get(4);
        desk.looking().visit(voice.id(), phrase);
        desk.sight().show(new Viewport(phrase.startSeconds() - 0.2, phrase.startSeconds() + 2.4));
    }

    /// The doubles drawn to the guide, with half of their own detail kept.
    private static void pitch(Desk desk) {
        Voice voice =
                desk.session().voice(desk.selection().get().voiceIds().getFirst()).orElseThrow();
        desk.apply(
                Turn.all(
                        List.of(new Scope.OfStack(voice.stackId())),
                        "Doubles",
                        "pitch",
                        Settings.of(TuningSettings.TARGET, PitchTarget.GUIDE)
                                .with(TuningSettings.PULL, 90.0)
                                .with(TuningSettings.SLACK, 8.0)
                                .with(TuningSettings.DETAIL, 50.0)));
        desk.sight().lookThrough(Lens.PITCH);
    }

    /// Esses and breaths of the doubles turned down, their level drawn to the guide's.
    private static void sound(Desk desk) {
        Voice voice = voice(desk, "right");
        desk.apply(
                Turn.all(
                        List.of(new Scope.OfStack(voice.stackId())),
                        "Doubles",
                        "sound",
                        Settings.of(LevelSettings.ESSES, -9.0)
                                .with(LevelSettings.BREATHS, -12.0)
                                .with(LevelSettings.PULL, 80.0)
                                .with(LevelSettings.SLACK, 1.0)));
        desk.sight().lookThrough(Lens.SOUND);
        GuideSpan phrase = desk.derived().get().guidePhrases().get(1);
        desk.select(Selection.ofCell(voice.id(), phrase));
        desk.sight().show(new Viewport(phrase.startSeconds() - 1, phrase.startSeconds() + 4));
    }

    /// The first ess in sight is set by hand.
    private static void louderEss(Desk desk) {
        String id = voice(desk, "right").id();
        Viewport view = desk.sight().viewport().get();
        desk.derived().get().voice(id).orElseThrow().levelled().result().sounds().stream()
                .map(TurnedSound::sound)
                .filter(s -> s.kind() == SideSound.Kind.ESS)
                .filter(s ->
                        desk.derived().get().clocks(id).songSeconds(s.span().startSeconds())
                                > view.startSeconds() + 1)
                .findFirst()
                .ifPresent(s -> desk.focusOn(new Focus.OnSound(id, s)));
        desk.act(now -> new Sounds(now).turn(-6));
    }

    /// The longest note in sight, with less of its vibrato.
    private static void note(Desk desk) {
        DerivedVoice made =
                desk.derived()
                        .get()
                        .voice(desk.selection().get().voiceIds().getFirst())
                        .orElseThrow();
        Viewport view = desk.sight().viewport().get();
        made.pitched().result().notes().stream()
                .map(Note::span)
                .filter(s -> {
                    double at = made.timing().map().outputSecondsAt(s.middleSeconds());
                    return at > view.startSeconds() && at < view.endSeconds();
                })
                .max(Comparator.comparingDouble(RecordedSpan::seconds))
                .ifPresent(s -> desk.focusOn(new Focus.OnNote(made.voiceId(), s)));
        desk.act(now -> new Notes(now).shape(n -> n.withVibrato(0.4), "vibrato"));
    }

    /// A bead held, a landmark placed, a stretch protected, in the voice that is selected.
    private static void repair(Desk desk) {
        desk.hearing().hear(Version.LOCKED);
        String id = desk.selection().get().voiceIds().getFirst();
        DerivedVoice made = desk.derived().get().voice(id).orElseThrow();
        List<Anchor> beads =
                made.alignment().anchorsIn(desk.selection().get().phrase().orElseThrow()).stream()
                        .filter(a -> a.kind().isPresent())
                        .toList();
        Anchor held = beads.get(2);
        double sounds = made.timing().map().outputSecondsAt(held.sourceSeconds());
        desk.act(now -> {
            Repairs repairs = new Repairs(now);
            return repairs.hold(
                    repairs.take(id, held.sourceSeconds(), Optional.of(held), sounds),
                    sounds + 0.04);
        });
        desk.act(now ->
                new Repairs(now).addLandmark(id, LandmarkKind.VOWEL, held.sourceSeconds() - 0.3));
        double start = beads.get(5).sourceSeconds() + 0.1;
        RecordedSpan span = new RecordedSpan(start, start + 0.45);
        desk.act(now -> new Protections(now).protect(id, span, Protection.Kind.TIMING));
    }

    /// The guide on the grid of the demo song: a waltz of 150 beats a minute.
    private static void guide(Desk desk) {
        Grid grid = new Grid(TempoMap.steady(150, 3, 0), Grid.Division.HALVES, Grid.STRAIGHT);
        desk.apply(new GuideEdit.SetGrid(Optional.of(grid), "150.0 beats a minute"));
        desk.session()
                .guide()
                .ifPresent(g -> desk.act(now -> new Tracks(now).keep(List.of(g), false)));
        desk.apply(new GuideEdit.LineUpGuide(GuideReference.GRID, "line up with the grid"));
        String id = desk.session().guide().orElseThrow().id();
        desk.apply(new Turn<>(List.of(new Scope.OfVoice(id)), "Guide", TimingSettings.PULL, 100.0));
        desk.select(Selection.ofVoice(id));
        desk.focusOn(Focus.NOTHING);
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
