package zelvan.desktop;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.control.Slider;
import javafx.scene.robot.Robot;
import javafx.stage.Stage;
import zelvan.cli.Spent;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.acts.Doubts;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Work;
import zelvan.dsp.Percentile;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.files.Ledger;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;

/// Measures what a user waits for: from a click until the pixels have changed.
///
/// How it works: the window is shown on a platform without a display; a control is turned as a key
/// turns it, and the picture of the lock map is taken from the screen again and again until it is
/// another one.
final class WindowBench {
    private static final int RATE_HERTZ = 48_000;
    private static final int CHANGES = 21;

    /// A part of the map that is small enough for looking at it to cost little.
    private static final double WATCHED_WIDTH = 320;

    /// Every line of it that is as thick as the thinnest bar.
    private static final int LINE_PIXELS = 3;

    /// Many bars end within it, and so one of them in another column, whatever is changed.
    private static final int COLUMN_PIXELS = 5;

    private static final double WATCHED_HEIGHT = 120;
    private static final long LOOK_EVERY_NANOS = 6_000_000;
    private static final long PATIENCE_NANOS = 60_000_000_000L;

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
        Desk desk = onWindow(() -> new Desk(new Player(new SimulatedOutput(RATE_HERTZ))));
        Work work =
                onWindow(() ->
                        new Work(
                                desk,
                                new Engine(kept),
                                temporary.resolve("unsaved"),
                                new Ledger(temporary.resolve("written"))));
        try {
            Stage stage = onWindow(Stage::new);
            MainWindow window = onWindow(() -> shown(desk, work, stage));
            long start = System.nanoTime();
            onWindow(() -> {
                work.documents().open(List.of(folder));
                return true;
            });
            arrives("first picture and sound", start, () -> !seen(desk).isEmpty());
            arrives(
                    "all seen and heard, raw",
                    start,
                    () ->
                            !seen(desk).isEmpty()
                                    && seen(desk).size() == desk.session().voices().size());
            arrives(
                    "guide listened to",
                    start,
                    () -> desk.derived().get().guideAnalysis().isPresent());
            arrives(
                    "first voice locked",
                    start,
                    () -> seen(desk).stream().anyMatch(v -> !v.alignment().anchors().isEmpty()));
            arrives("all locked", start, () -> !desk.stale().get());
            say(
                    "  processors %.0f s, resident at most %s",
                    Spent.processorSeconds(), Spent.mostResident());
            say(
                    "  %d tracks, %d phrases, %d doubtful places",
                    desk.session().voices().size(),
                    desk.derived().get().guidePhrases().size(),
                    Doubts.in(desk.derived().get()).size());
            changes(desk, window, "pull, all stacks", "#timing-pull", 0.4);
            changes(desk, window, "pitch pull, all stacks", "#pitch-pull", 0.4);
            frames(desk);
        } finally {
            onWindow(() -> {
                work.close();
                return true;
            });
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

    private static Collection<DerivedVoice> seen(Desk desk) {
        return desk.derived().get().voices().values();
    }

    private void arrives(String what, long startNanos, Supplier<Boolean> there) {
        waitFor(there);
        say("  %-28s%8.2f s", what, (System.nanoTime() - startNanos) * 1e-9);
    }

    private void say(String format, Object... values) {
        out.println(String.format(Locale.ROOT, format, values));
        out.flush();
    }

    /// Turns a control step by step, each time when the picture stands still. Looks only when
    /// something new was derived: looking takes the processors too.
    private void changes(Desk desk, MainWindow window, String what, String control, double from) {
        Node map = onWindow(() -> window.scene().lookup("#lock-map"));
        Rectangle2D area = onWindow(() -> area(map));
        List<Double> millis = new ArrayList<>();
        List<Double> worked = new ArrayList<>();
        List<Double> derived = new ArrayList<>();
        int whole = 0;
        AtomicLong there = new AtomicLong();
        AtomicLong arrivals = new AtomicLong();
        AtomicLong arrived = new AtomicLong();
        onWindow(() ->
                desk.derived()
                        .subscribe(ignored -> {
                            arrived.set(System.nanoTime());
                            arrivals.incrementAndGet();
                        }));
        onWindow(() ->
                desk.stale()
                        .subscribe(stale -> there.set(stale ? there.get() : System.nanoTime())));
        for (int i = 0; i < CHANGES; i++) {
            waitFor(() -> !desk.stale().get() && desk.deriving().words().get().isEmpty());
            int[] before = settled(area);
            double value = 100 * from + 2 * i + (i % 2);
            long seen = arrivals.get();
            long start = System.nanoTime();
            onWindow(() -> {
                ((Slider) window.scene().lookup(control)).setValue(value);
                return true;
            });
            while (arrivals.get() == seen) {
                LockSupport.parkNanos(LOOK_EVERY_NANOS);
            }
            derived.add((arrived.get() - start) * 1e-6);
            while (Arrays.equals(before, picture(area))) {
                if (System.nanoTime() - start > PATIENCE_NANOS) {
                    say("  %s: nothing changed", what);
                    return;
                }
                LockSupport.parkNanos(LOOK_EVERY_NANOS);
            }
            millis.add((System.nanoTime() - start) * 1e-6);
            int[] first = picture(area);
            waitFor(() -> !desk.stale().get());
            int[] last = settled(area);
            worked.add((there.get() - start) * 1e-6);
            whole += Arrays.equals(first, last) ? 1 : 0;
        }
        say(
                "  click to pixels, %-22s %6.0f ms (95th percentile %.0f, longest %.0f), handed"
                        + " over to be painted after %.0f, all of it after %.0f (95th percentile"
                        + " %.0f); %d of %d at once",
                what,
                percentile(millis, 50),
                percentile(millis, 95),
                percentile(millis, 100),
                percentile(derived, 50),
                percentile(worked, 50),
                percentile(worked, 95),
                whole,
                CHANGES);
    }

    private static double percentile(List<Double> values, double percent) {
        return Percentile.of(values.stream().mapToDouble(v -> v).toArray(), percent);
    }

    private static Rectangle2D area(Node map) {
        Bounds bounds = map.localToScreen(map.getLayoutBounds());
        return new Rectangle2D(
                bounds.getMinX(),
                bounds.getMinY(),
                Math.min(WATCHED_WIDTH, bounds.getWidth()),
                Math.min(WATCHED_HEIGHT, bounds.getHeight()));
    }

    private static int[] settled(Rectangle2D area) {
        int[] last = picture(area);
        int same = 0;
        while (same < 3) {
            LockSupport.parkNanos(60_000_000);
            int[] now = picture(area);
            same = Arrays.equals(now, last) ? same + 1 : 0;
            last = now;
        }
        return last;
    }

    private static int[] picture(Rectangle2D area) {
        return onWindow(() -> {
            Robot robot = new Robot();
            List<Integer> pixels = new ArrayList<>();
            for (double y = area.getMinY(); y < area.getMaxY(); y += LINE_PIXELS) {
                for (double x = area.getMinX(); x < area.getMaxX(); x += COLUMN_PIXELS) {
                    pixels.add(robot.getPixelColor(x, y).hashCode());
                }
            }
            return pixels.stream().mapToInt(p -> p).toArray();
        });
    }

    /// How long it takes from one picture to the next while everything plays.
    private void frames(Desk desk) {
        List<Long> pulses = new ArrayList<>();
        javafx.animation.AnimationTimer timer =
                new javafx.animation.AnimationTimer() {
                    @Override
                    public void handle(long now) {
                        pulses.add(System.nanoTime());
                    }
                };
        onWindow(() -> {
            timer.start();
            desk.hearing().player().seek(30);
            desk.hearing().playOrStop();
            return true;
        });
        LockSupport.parkNanos(5_000_000_000L);
        double[] gaps =
                onWindow(() -> {
                    timer.stop();
                    desk.hearing().playOrStop();
                    double[] millis = new double[pulses.size() - 1];
                    for (int i = 0; i < millis.length; i++) {
                        millis[i] = (pulses.get(i + 1) - pulses.get(i)) * 1e-6;
                    }
                    return millis;
                });
        say(
                "  from picture to picture while playing   %6.0f ms (95th percentile %.0f, longest"
                        + " %.0f)",
                Percentile.median(gaps), Percentile.of(gaps, 95), Percentile.of(gaps, 100));
    }

    private void waitFor(Supplier<Boolean> condition) {
        long end = System.nanoTime() + 10 * PATIENCE_NANOS;
        while (!onWindow(condition)) {
            if (System.nanoTime() > end) {
                throw new IllegalStateException("waited too long");
            }
            LockSupport.parkNanos(20_000_000);
        }
    }

    private static <T> T onWindow(Supplier<T> work) {
        try {
            return CompletableFuture.supplyAsync(work, Platform::runLater).get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }
}
