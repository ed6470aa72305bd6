package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.jspecify.annotations.NullUnmarked;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Message;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Work;
import zelvan.dsp.Percentile;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.files.Ledger;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.session.Edit;
import zelvan.session.HandWork;
import zelvan.session.Scope;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;
import zelvan.singers.DemoSession;
import zelvan.singers.Truth;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// A window with the demo session, driven with mouse and keys on a platform without a display.
@ExtendWith(ApplicationExtension.class)
@NullUnmarked // TestFX sets the fields
abstract class WindowTestBase {
    static final int RATE = 48_000;

    @TempDir static Path folder;
    static Path demo;
    static KeptWork kept;
    static Truth truth;

    final Path data = folder.resolve("data-" + UUID.randomUUID());
    final Path unsaved = data.resolve(Work.UNSAVED);
    Desk desk;
    Work work;
    SimulatedOutput output;
    MainWindow window;

    private static void delete(Path sung) {
        try (Stream<Path> files = Files.walk(sung)) {
            files.sorted(Comparator.reverseOrder()).map(Path::toFile).forEach(File::delete);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /// Once for all windows; the singers take their time.
    @BeforeAll
    static void sing() throws Exception {
        if (demo != null) {
            return;
        }
        Path sung = Files.createTempDirectory("zelvan-window-tests");
        Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(sung)));
        demo = sung.resolve(DemoSession.NAME);
        truth = DemoSession.write(demo, Targets.replacingNothing());
        kept = new KeptWork(sung.resolve("kept"));
    }

    /// To be called from the test's own `@Start`, where TestFX looks for it.
    void open(Stage stage) {
        output = new SimulatedOutput(RATE);
        desk = new Desk(new Player(output));
        work = newWork(desk);
        window = new MainWindow(desk, work, new Theme(), stage);
        stage.show();
    }

    Work newWork(Desk of) {
        return new Work(of, new Engine(kept), data, new Ledger(folder.resolve("written")));
    }

    @AfterEach
    void close(FxRobot robot) {
        robot.interact(work::close);
    }

    /// The beginning of one of the demo's voices, in a file of its own.
    static void excerpt(String of, double seconds, Path to) throws Exception {
        Sound whole = SoundFiles.read(demo.resolve(of)).sound();
        float[] samples = new float[(int) (seconds * RATE)];
        whole.read(0, 0, samples, 0, samples.length);
        SoundFiles.write(Target.fresh(to), Sound.owning(RATE, samples), SoundFormat.WAV_16);
    }

    static void waitUntil(Callable<Boolean> condition) {
        try {
            WaitForAsyncUtils.waitFor(120, TimeUnit.SECONDS, condition);
        } catch (TimeoutException e) {
            throw new AssertionError("waited too long", e);
        }
        WaitForAsyncUtils.waitForFxEvents();
    }

    void waitUntilDerived() {
        waitUntil(() ->
                WaitForAsyncUtils.asyncFx(() ->
                                !desk.stale().get()
                                        && !desk.derived().get().guidePhrases().isEmpty())
                        .get());
    }

    void openDemo(FxRobot robot) {
        robot.interact(() -> work.documents().open(List.of(demo)));
        waitUntilDerived();
    }

    /// Clicks the eye of a track that is only seen.
    void workOn(FxRobot robot, String name) {
        robot.clickOn("#safe-" + voice(name).id());
        assertThat(voice(name).safe()).isFalse();
    }

    String undoTitle() {
        return desk.history().get().undoTitle().orElse("");
    }

    /// What stands in the window's messages.
    List<String> said() {
        return desk.messages().stream().map(Message::text).toList();
    }

    Voice voice(String name) {
        return desk.session().voices().stream()
                .filter(v -> v.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    HandWork hand(String name) {
        return desk.session().handOf(voice(name));
    }

    /// What is in force in a voice, but for its phrases.
    <T> T inForce(String name, Setting<T> setting) {
        return desk.session().settingsOf(voice(name)).inForce(setting);
    }

    /// Turns settings of all stacks.
    static Edit turned(Settings values) {
        return Turn.all(List.of(Scope.ALL), "All stacks", "settings", values);
    }

    /// All of the offset counts, and nothing limits what is left of it.
    static Edit pull(double percent) {
        return turned(
                Settings.of(TimingSettings.PULL, percent)
                        .with(TimingSettings.SLACK, 0.0)
                        .with(TimingSettings.LIMIT, TimingSettings.LIMIT.most()));
    }

    static Settings pitch(PitchTarget target, double pullPercent, double detailPercent) {
        return Settings.of(TuningSettings.TARGET, target)
                .with(TuningSettings.PULL, pullPercent)
                .with(TuningSettings.DETAIL, detailPercent);
    }

    DerivedVoice derived(String name) {
        return desk.derived().get().voice(voice(name).id()).orElseThrow();
    }

    double medianErrorMillis(String name) {
        double[] offsets =
                truth.offsetsSeconds(name + ".wav", derived(name).timing().map()::outputSecondsAt);
        return Percentile.median(Arrays.stream(offsets).map(o -> 1000 * Math.abs(o)).toArray());
    }

    static Point2D at(FxRobot robot, Node node, double x, double y) {
        Bounds bounds = robot.bounds(node).query();
        return new Point2D(bounds.getMinX() + x, bounds.getMinY() + y);
    }

    /// A second of what a voice sounds like, from a moment on.
    float[] locked(String name, double seconds) {
        float[] samples = new float[RATE];
        derived(name)
                .locked()
                .orElseThrow()
                .read(0, (long) (seconds * RATE), samples, samples.length);
        return samples;
    }

    /// With keys that the headless toolkit does not give to the wheel.
    static void wheel(
            Node node, double x, double y, double delta, boolean shift, boolean shortcut) {
        Point2D inScene = node.localToScene(x, y);
        Event.fireEvent(
                node,
                new ScrollEvent(
                        ScrollEvent.SCROLL,
                        x,
                        y,
                        inScene.getX(),
                        inScene.getY(),
                        shift,
                        shortcut,
                        false,
                        false,
                        false,
                        false,
                        0,
                        delta,
                        0,
                        delta,
                        ScrollEvent.HorizontalTextScrollUnits.NONE,
                        0,
                        ScrollEvent.VerticalTextScrollUnits.NONE,
                        0,
                        0,
                        null));
    }

    /// The robot lets no key count that is held while it clicks.
    static void clickWithShift(FxRobot robot, String query) {
        Node node = robot.lookup(query).query();
        robot.interact(() -> node.fireEvent(mouse(MouseEvent.MOUSE_CLICKED, 1, true, false)));
    }

    static void clickWithShortcut(FxRobot robot, String query) {
        Node node = robot.lookup(query).query();
        robot.interact(() -> node.fireEvent(mouse(MouseEvent.MOUSE_CLICKED, 1, false, true)));
    }

    /// However busy the machine is: the robot's two clicks may come too far apart.
    static void doubleClick(FxRobot robot, String query) {
        Node node = robot.lookup(query).query();
        robot.interact(() -> node.fireEvent(mouse(MouseEvent.MOUSE_CLICKED, 2, false, false)));
    }

    static MouseEvent mouse(
            EventType<MouseEvent> type, int clicks, boolean shift, boolean shortcut) {
        return new MouseEvent(
                type,
                0,
                0,
                0,
                0,
                MouseButton.PRIMARY,
                clicks,
                shift,
                shortcut,
                false,
                false,
                false,
                false,
                false,
                false,
                false,
                true,
                null);
    }

    /// What a view shows once nothing in it changes any more.
    static WritableImage pictureAtRest(FxRobot robot, Node node) {
        WritableImage before = picture(robot, node);
        for (int i = 0; i < 100; i++) {
            try {
                Thread.sleep(150);
            } catch (InterruptedException e) {
                throw new AssertionError(e);
            }
            WritableImage now = picture(robot, node);
            if (differing(before, now) == 0) {
                return now;
            }
            before = now;
        }
        throw new AssertionError("it never comes to rest");
    }

    String strip(String name) {
        return "#strip-" + voice(name).id();
    }

    static ContextMenu menu() {
        return Window.getWindows().stream()
                .filter(ContextMenu.class::isInstance)
                .map(ContextMenu.class::cast)
                .findFirst()
                .orElseThrow();
    }

    static MenuItem item(List<MenuItem> items, String id) {
        return items.stream()
                .flatMap(i -> i instanceof Menu inner ? inner.getItems().stream() : Stream.of(i))
                .filter(i -> id.equals(i.getId()))
                .findFirst()
                .orElseThrow();
    }

    static void key(FxRobot robot, KeyCode... keys) {
        robot.press(keys);
        for (int i = keys.length - 1; i >= 0; i--) {
            robot.release(keys[i]);
        }
        WaitForAsyncUtils.waitForFxEvents();
    }

    /// How many pixels of a view changed.
    static int differing(WritableImage one, WritableImage other) {
        int differing = 0;
        for (int y = 0; y < (int) one.getHeight(); y++) {
            for (int x = 0; x < (int) one.getWidth(); x++) {
                differing +=
                        one.getPixelReader().getArgb(x, y) != other.getPixelReader().getArgb(x, y)
                                ? 1
                                : 0;
            }
        }
        return differing;
    }

    static WritableImage picture(FxRobot robot, Node node) {
        WritableImage[] image = new WritableImage[1];
        robot.interact(() -> image[0] = node.snapshot(null, null));
        return image[0];
    }
}
