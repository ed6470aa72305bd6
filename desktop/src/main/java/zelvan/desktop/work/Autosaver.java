package zelvan.desktop.work;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Autosave;
import zelvan.session.Session;

/// Keeps sessions on disk a moment after they change, on a thread of its own: a control that is
/// dragged does not wait for the disk, and is written once and not at every step.
final class Autosaver implements AutoCloseable {
    /// Nothing older than this is lost.
    private static final long DELAY_MILLIS = 700;

    /// After a failure, as of a disk that is full.
    private static final long AGAIN_MILLIS = 10_000;

    private static final Logger LOG = LoggerFactory.getLogger(Autosaver.class);

    private final Consumer<ZelvanProblem> failed;
    private final long againMillis;
    private final ScheduledExecutorService disk =
            Executors.newSingleThreadScheduledExecutor(task -> {
                Thread thread = new Thread(task, "zelvan-autosave");
                thread.setDaemon(true);
                return thread;
            });
    private final Map<Autosave, Optional<Session>> waiting = new LinkedHashMap<>();

    /// Only the disk's thread knows it.
    private boolean saidFailed;

    /// @param failed is told on this one's thread
    Autosaver(Consumer<ZelvanProblem> failed) {
        this(failed, AGAIN_MILLIS);
    }

    /// @param againMillis how long after a failure it is tried again
    Autosaver(Consumer<ZelvanProblem> failed, long againMillis) {
        this.failed = failed;
        this.againMillis = againMillis;
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

    /// Writes what is waiting, and waits for it. What cannot be written does not keep anybody from
    /// going on.
    void flush() {
        try {
            disk.submit(this::write).get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException e) {
            LOG.error("The autosave failed", e);
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
                saidFailed = false;
            } catch (ZelvanProblem e) {
                tryAgain(where, session, e);
            } catch (RuntimeException e) {
                tryAgain(where, session, new AutosaveFailed(e));
            }
        });
    }

    /// It is written later, unless something newer is by then. The user is told once until it works
    /// again.
    private void tryAgain(Autosave where, Optional<Session> session, ZelvanProblem problem) {
        synchronized (waiting) {
            if (!disk.isShutdown()) {
                waiting.putIfAbsent(where, session);
                var unused = disk.schedule(this::write, againMillis, TimeUnit.MILLISECONDS);
            }
        }
        if (!saidFailed) {
            saidFailed = true;
            failed.accept(problem);
        }
    }

    /// A fault of the program.
    private static final class AutosaveFailed extends ZelvanProblem {
        AutosaveFailed(RuntimeException fault) {
            super(
                    "The autosave",
                    "it failed (" + fault + ")",
                    "Save the session; it is tried again meanwhile");
            initCause(fault);
        }
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
