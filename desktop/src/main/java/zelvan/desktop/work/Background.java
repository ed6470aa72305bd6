package zelvan.desktop.work;

import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.desktop.desk.Job;
import zelvan.engine.Progress;

/// Does a job beside the window: tells how far it is, and takes what comes of it to the window's
/// thread.
final class Background {
    private static final Logger LOG = LoggerFactory.getLogger(Background.class);

    private final Job job;
    private final Consumer<String> say;
    private AtomicBoolean cancelled = new AtomicBoolean();

    /// @param say takes what the user is to know
    Background(Job job, Consumer<String> say) {
        this.job = job;
        this.say = say;
        job.cancelled()
                .subscribe(given -> {
                    if (given) {
                        cancelled.set(true);
                    }
                });
    }

    /// Begins something that can be cancelled.
    Progress begin() {
        job.begin();
        AtomicBoolean mine = new AtomicBoolean();
        cancelled = mine;
        AtomicReference<@Nullable Report> latest = new AtomicReference<>();
        return new Progress() {
            @Override
            public void report(String what, double done) {
                // However often something is reported, the window is told once between two looks.
                if (latest.getAndSet(new Report(what, done)) == null) {
                    Platform.runLater(() -> show(latest.getAndSet(null), mine));
                }
            }

            @Override
            public boolean cancelled() {
                return mine.get();
            }
        };
    }

    private record Report(String what, double done) {}

    private void show(@Nullable Report report, AtomicBoolean from) {
        if (report != null && cancelled == from) {
            job.show(report.what, report.done);
        }
    }

    /// Takes what was done to the window's thread.
    ///
    /// @param doing what it was, for the message if it fails
    /// @param arrived receives the result
    /// @param failed is run if there is none; not if it was given up
    <T> void whenDone(
            String doing, CompletableFuture<T> done, Consumer<T> arrived, Runnable failed) {
        var unused =
                done.whenCompleteAsync(
                        (result, problem) -> {
                            if (problem == null) {
                                arrived.accept(result);
                            } else if (fails(doing, problem)) {
                                failed.run();
                            }
                        },
                        Platform::runLater);
    }

    private boolean fails(String doing, Throwable problem) {
        Throwable cause = problem instanceof CompletionException ? problem.getCause() : problem;
        if (cause instanceof CancellationException) {
            if (cancelled.get()) {
                job.end();
            }
            return false;
        }
        LOG.error("Failed while {}", doing, cause);
        job.end();
        say.accept(
                "Something went wrong while "
                        + doing
                        + " ("
                        + cause
                        + "). The session is kept as it is; any change tries again.");
        return true;
    }
}
