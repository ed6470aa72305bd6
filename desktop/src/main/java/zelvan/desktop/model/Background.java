package zelvan.desktop.model;

import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.engine.Progress;

/// One kind of work that is done beside the window: what is being done, how far it is, and what
/// becomes of it. Its properties change on the window's thread only.
public final class Background {
    private static final Logger LOG = LoggerFactory.getLogger(Background.class);

    private final Consumer<String> say;
    private final StringProperty work = new SimpleStringProperty("");
    private final DoubleProperty share = new SimpleDoubleProperty();
    private AtomicBoolean cancelled = new AtomicBoolean();

    /// @param say takes what the user is to know
    Background(Consumer<String> say) {
        this.say = say;
    }

    /// What is being done, empty when nothing is.
    public StringProperty work() {
        return work;
    }

    /// How much of it is done, 0 to 1.
    public DoubleProperty share() {
        return share;
    }

    /// Gives up what was begun last.
    public void cancel() {
        cancelled.set(true);
    }

    /// Begins something that can be cancelled.
    Progress begin() {
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
            work.set(report.done >= 1 ? "" : report.what);
            share.set(report.done);
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
                work.set("");
            }
            return false;
        }
        LOG.error("Failed while {}", doing, cause);
        work.set("");
        say.accept(
                "Something went wrong while "
                        + doing
                        + " ("
                        + cause
                        + "). The session is kept as it is; any change tries again.");
        return true;
    }
}
