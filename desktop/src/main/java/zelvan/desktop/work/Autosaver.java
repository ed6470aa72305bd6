package zelvan.desktop.work;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Autosave;
import zelvan.session.Session;

/// Keeps sessions on disk a moment after they change, on a thread of its own: a control that is
/// dragged does not wait for the disk, and is written once and not at every step.
final class Autosaver implements AutoCloseable {
    /// Nothing older than this is lost.
    private static final long DELAY_MILLIS = 700;

    private final Consumer<ZelvanProblem> failed;
    private final ScheduledExecutorService disk =
            Executors.newSingleThreadScheduledExecutor(task -> {
                Thread thread = new Thread(task, "zelvan-autosave");
                thread.setDaemon(true);
                return thread;
            });
    private final Map<Autosave, Optional<Session>> waiting = new LinkedHashMap<>();

    /// @param failed is told on this one's thread
    Autosaver(Consumer<ZelvanProblem> failed) {
        this.failed = failed;
    }

    /// @param session empty if nothing is to be kept any more
    void keep(Autosave where, Optional<Session> session) {
        synchronized (waiting) {
            if (waiting.isEmpty() && !disk.isShutdown()) {
                var unused = disk.schedule(this::write, DELAY_MILLIS, TimeUnit.MILLISECONDS);
            }
            waiting.put(where, session);
        }
    }

    /// Writes what is waiting, and waits for it.
    void flush() {
        try {
            disk.submit(this::write).get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (java.util.concurrent.ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }

    private void write() {
        Map<Autosave, Optional<Session>> now;
        synchronized (waiting) {
            now = new LinkedHashMap<>(waiting);
            waiting.clear();
        }
        now.forEach((where, session) -> {
            try {
                if (session.isPresent()) {
                    where.keep(session.get());
                } else {
                    where.forget();
                }
            } catch (ZelvanProblem e) {
                failed.accept(e);
            }
        });
    }

    /// Writes what is waiting; nothing comes after. Closed twice is closed once.
    @Override
    public void close() {
        if (!disk.isShutdown()) {
            flush();
            disk.shutdown();
        }
    }
}
