package zelvan.desktop;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;
import javafx.animation.AnimationTimer;
import zelvan.derived.Derived;
import zelvan.desktop.desk.Desk;
import zelvan.dsp.Percentile;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.play.Player;

/// Measures what the window does while everything plays.
record WindowPlaying(Desk desk) {
    private static final long PLAYED_NANOS = 120_000_000_000L;
    private static final long WATCHED_NANOS = 5_000_000_000L;
    private static final double SCROLLED_SECONDS = 0.05;
    private static final double ZOOM = 0.98;
    private static final int ZOOM_STEPS = 60;

    /// How long it takes from one picture to the next while everything plays.
    String frames() {
        OnWindow.run(() -> {
            desk.hearing().player().seek(30);
            desk.hearing().playOrStop();
        });
        String line = line("from picture to picture while playing", () -> {});
        OnWindow.run(desk.hearing()::playOrStop);
        return line;
    }

    /// The same while the close-up is moved along with each picture.
    String scrolling() {
        return line("the same while it scrolls", () -> desk.looking().moveAlong(SCROLLED_SECONDS));
    }

    /// The same while it is zoomed, to and fro.
    String zooming() {
        int[] steps = {0};
        return line(
                "the same while it zooms",
                () -> desk.looking().zoom(steps[0]++ / ZOOM_STEPS % 2 == 0 ? ZOOM : 1 / ZOOM));
    }

    private static String line(String what, Runnable eachPicture) {
        List<Long> pulses = new ArrayList<>();
        AnimationTimer timer =
                new AnimationTimer() {
                    @Override
                    public void handle(long now) {
                        pulses.add(System.nanoTime());
                        eachPicture.run();
                    }
                };
        OnWindow.run(timer::start);
        LockSupport.parkNanos(WATCHED_NANOS);
        OnWindow.run(timer::stop);
        double[] millis = new double[pulses.size() - 1];
        for (int i = 0; i < millis.length; i++) {
            millis[i] = (pulses.get(i + 1) - pulses.get(i)) * 1e-6;
        }
        return String.format(
                Locale.ROOT,
                "  %-38s %6.0f ms (95th percentile %.0f, longest %.0f)",
                what,
                Percentile.median(millis),
                Percentile.of(millis, 95),
                Percentile.of(millis, 100));
    }

    /// Everything plays while the same folder is read once more as if it were another one.
    ///
    /// @param keeping where what is worked out of it is kept; nothing is yet
    String besideReading(Path keeping) {
        Player player = desk.hearing().player();
        try (Engine other = new Engine(new KeptWork(keeping))) {
            CompletableFuture<Derived> reading =
                    other.want(desk.session(), List.of(), Progress.NONE, soFar -> {});
            AtomicLong read = new AtomicLong();
            long start = System.nanoTime();
            reading.thenRun(() -> read.set(System.nanoTime()));
            OnWindow.run(() -> {
                player.seek(0);
                desk.hearing().playOrStop();
            });
            LockSupport.parkNanos(PLAYED_NANOS);
            OnWindow.run(desk.hearing()::playOrStop);
            return String.format(
                    Locale.ROOT,
                    "  playing all for %.0f s beside it   %8d drop-outs; the folder was %s",
                    PLAYED_NANOS * 1e-9,
                    player.fill().dropouts(),
                    read.get() == 0
                            ? "still being read"
                            : String.format(
                                    Locale.ROOT, "read after %.0f s", (read.get() - start) * 1e-9));
        }
    }
}
