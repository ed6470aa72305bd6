package zelvan.engine;

import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;

/// Somebody who wants what comes of a session, how urgent each of it is, and whether he still wants
/// it.
///
/// Thread safety: any thread may call it, but for [#visit].
final class Asked {
    private final long number;
    private final Progress progress;
    private final Map<Step<?>, String> words = new ConcurrentHashMap<>();
    private final Set<Step<?>> visited = Collections.newSetFromMap(new IdentityHashMap<>());
    private final AtomicInteger done = new AtomicInteger();
    private volatile int all = 1;
    private volatile boolean superseded;

    /// @param number greater than that of all who asked before
    Asked(long number, Progress progress) {
        this.number = number;
        this.progress = progress;
    }

    long number() {
        return number;
    }

    /// Whether it is of no use any more.
    boolean cancelled() {
        return superseded || progress.cancelled();
    }

    /// Somebody wants something newer.
    void supersede() {
        superseded = true;
    }

    /// Whether a step is met for the first time. Called with the store's lock held.
    boolean visit(Step<?> step) {
        return visited.add(step);
    }

    /// What to say while a step runs that takes long.
    void tell(Step<?> step, String what) {
        words.put(step, what);
    }

    /// How many tracks there are to be done.
    void expect(int tracks) {
        all = Math.max(1, tracks);
    }

    void begun(Step<?> step) {
        String what = words.get(step);
        if (what != null) {
            progress.report(what, (double) done.get() / all);
        }
    }

    /// One track is done.
    void trackDone(String name) {
        progress.report(name, (double) done.incrementAndGet() / all);
    }

    void failIfCancelled() {
        if (cancelled()) {
            throw new CancellationException("nobody wants it any more");
        }
    }
}
