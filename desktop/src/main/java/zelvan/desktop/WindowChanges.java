package zelvan.desktop;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;
import java.util.function.IntConsumer;
import javafx.geometry.Bounds;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Slider;
import javafx.scene.input.KeyCode;
import javafx.scene.robot.Robot;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.desk.Viewport;
import zelvan.dsp.Percentile;
import zelvan.units.GuideSpan;

/// Measures how long it takes from a click until the pixels have changed.
///
/// How it works: something is turned as a key turns it, and a part of the picture is taken from the
/// screen again and again until it is another one.
record WindowChanges(Desk desk, Scene scene) {
    private static final int CHANGES = 21;

    /// A part of a region that is small enough for looking at it to cost little.
    private static final double WATCHED_WIDTH = 320;

    private static final double WATCHED_HEIGHT = 120;

    /// Every line of it that is as thick as the thinnest bar.
    private static final int LINE_PIXELS = 3;

    /// Many bars end within it, and so one of them in another column, whatever is changed.
    private static final int COLUMN_PIXELS = 5;

    private static final long LOOK_EVERY_NANOS = 6_000_000;
    private static final long PATIENCE_NANOS = 60_000_000_000L;

    /// Turns a control, and looks at the lock map.
    ///
    /// @param what it does, in words
    /// @param control its id
    /// @param from its first value
    String ofControl(String what, String control, double from) {
        return line(
                what,
                "#lock-map",
                i -> ((Slider) scene.lookup(control)).setValue(from + 2 * i + (i % 2)));
    }

    /// Turns some voices softer and louder by the keys for it, where a phrase is seen closely, and
    /// looks at their sound.
    String ofLevelKeys(String what, List<String> voices, GuideSpan phrase) {
        OnWindow.run(() -> {
            desk.sight().lookThrough(Lens.SOUND);
            desk.sight().show(new Viewport(phrase.startSeconds(), phrase.endSeconds()));
            desk.select(Selection.ofCells(voices, List.of(phrase)));
            scene.getRoot().requestFocus();
        });
        OnWindow.painted();
        return line(
                what,
                "#sound-lens",
                i -> new Robot().keyType(i % 2 == 0 ? KeyCode.MINUS : KeyCode.EQUALS));
    }

    /// Changes something again and again, each time when the picture stands still. Looks only when
    /// something new was derived: looking takes the processors too.
    ///
    /// @param watched id of what is looked at
    /// @param change what is done, by its number
    private String line(String what, String watched, IntConsumer change) {
        Rectangle2D area = OnWindow.get(() -> area(scene.lookup(watched)));
        List<Double> millis = new ArrayList<>();
        List<Double> worked = new ArrayList<>();
        List<Double> derived = new ArrayList<>();
        int whole = 0;
        AtomicLong there = new AtomicLong();
        AtomicLong arrivals = new AtomicLong();
        AtomicLong arrived = new AtomicLong();
        OnWindow.get(() ->
                desk.derived()
                        .subscribe(ignored -> {
                            arrived.set(System.nanoTime());
                            arrivals.incrementAndGet();
                        }));
        OnWindow.get(() ->
                desk.stale()
                        .subscribe(stale -> there.set(stale ? there.get() : System.nanoTime())));
        for (int i = 0; i < CHANGES; i++) {
            OnWindow.waitFor(() -> !desk.stale().get() && desk.deriving().words().get().isEmpty());
            int[] before = settled(area);
            int number = i;
            long seen = arrivals.get();
            long start = System.nanoTime();
            OnWindow.run(() -> change.accept(number));
            while (arrivals.get() == seen) {
                LockSupport.parkNanos(LOOK_EVERY_NANOS);
            }
            derived.add((arrived.get() - start) * 1e-6);
            while (Arrays.equals(before, picture(area))) {
                if (System.nanoTime() - start > PATIENCE_NANOS) {
                    return "  %s: nothing changed".formatted(what);
                }
                LockSupport.parkNanos(LOOK_EVERY_NANOS);
            }
            millis.add((System.nanoTime() - start) * 1e-6);
            int[] first = picture(area);
            OnWindow.waitFor(() -> !desk.stale().get());
            int[] last = settled(area);
            worked.add((there.get() - start) * 1e-6);
            whole += Arrays.equals(first, last) ? 1 : 0;
        }
        return String.format(
                Locale.ROOT,
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

    private static Rectangle2D area(Node region) {
        Bounds bounds = region.localToScreen(region.getLayoutBounds());
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
        return OnWindow.get(() -> {
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
}
