package zelvan.desktop;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;

/// What is done on the window's thread, and waited for, by another one.
final class OnWindow {
    private static final long LOOK_EVERY_NANOS = 20_000_000;
    private static final long PATIENCE_NANOS = 600_000_000_000L;

    private OnWindow() {}

    static void run(Runnable work) {
        get(() -> {
            work.run();
            return true;
        });
    }

    static <T> T get(Supplier<T> work) {
        try {
            return CompletableFuture.supplyAsync(work, Platform::runLater).get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }

    static void waitFor(Supplier<Boolean> condition) {
        long end = System.nanoTime() + PATIENCE_NANOS;
        while (!get(condition)) {
            if (System.nanoTime() > end) {
                throw new IllegalStateException("waited too long");
            }
            LockSupport.parkNanos(LOOK_EVERY_NANOS);
        }
    }

    /// Waits until a picture has been painted: the one before the next but one.
    static void painted() {
        CountDownLatch pictures = new CountDownLatch(3);
        AnimationTimer timer =
                new AnimationTimer() {
                    @Override
                    public void handle(long now) {
                        pictures.countDown();
                    }
                };
        run(timer::start);
        try {
            pictures.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
        run(timer::stop);
    }
}
