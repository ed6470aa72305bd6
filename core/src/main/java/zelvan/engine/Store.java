package zelvan.engine;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.PriorityBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;

/// Values by the steps that they come from: each is worked out once, however many ask for it, and
/// kept as long as somebody may ask again.
///
/// How it works: who asks for a step asks for all that it needs; when that is there, the step waits
/// in a queue, the most urgent first, for one of a few threads. No thread ever waits for a step.
/// What may come later, and is soon done, leaves one of the threads to others: to the window, which
/// paints meanwhile what came first. What nobody wants any more when its turn comes is given up,
/// and so are the steps that wait for it, unless somebody has asked for one of them meanwhile: then
/// it asks for its inputs again. What the newest that asked needs is always kept; of everything
/// else, what was not asked for longest goes when it takes too much memory.
///
/// Thread safety: any thread may call it.
final class Store implements AutoCloseable {
    /// Of what only sessions before the newest needed: a hundred pitch maps of five minutes.
    private static final long MOST_OLD_BYTES = 256L << 20;

    /// The rank of what nobody looks at or listens to yet.
    static final int LATER = 1 << 16;

    /// The rank of takes that nobody has chosen yet.
    static final int TAKES = 4 * LATER;

    /// Ranks from here on come before all others.
    static final int AT_ONCE = -2 * LATER;

    private final KeptWork kept;
    private final long mostOldBytes;
    private final ThreadPoolExecutor workers;

    /// The one that was asked for longest ago comes first.
    private final Map<Step<?>, Entry<?>> entries = new LinkedHashMap<>(64, 0.75f, true);

    /// Of what may come later: what runs, and what waits for that.
    private int laterRunning;

    private final Deque<Entry<?>> deferred = new ArrayDeque<>();
    private long turns;

    Store(KeptWork kept, int threads) {
        this(kept, threads, MOST_OLD_BYTES);
    }

    Store(KeptWork kept, int threads, long mostOldBytes) {
        this.kept = kept;
        this.mostOldBytes = mostOldBytes;
        AtomicInteger number = new AtomicInteger();
        workers =
                new ThreadPoolExecutor(
                        threads,
                        threads,
                        0,
                        TimeUnit.SECONDS,
                        new PriorityBlockingQueue<>(),
                        task -> Engine.daemon(task, "zelvan-worker-" + number.incrementAndGet()));
    }

    /// The value of a step, as soon as it is there.
    ///
    /// @param rank the smaller the more urgent; from [#LATER] on it may come later
    /// @return completed on any thread; with [CancellationException] if nobody wanted it any more
    ///   when its turn came
    @SuppressWarnings("unchecked") // an entry is of its step's type
    synchronized <V> CompletableFuture<V> get(Step<V> step, Asked asked, int rank) {
        Entry<V> entry =
                (Entry<V>) entries.computeIfAbsent(step, absent -> new Entry<>((Step<V>) absent));
        boolean fresh = asked.visit(entry.step);
        entry.newest = Math.max(entry.newest, asked.number());
        if (rank < TAKES) {
            entry.chosen = Math.max(entry.chosen, asked.number());
        }
        boolean pending = !entry.value.isDone() && (!entry.planned || rank < entry.rank);
        if (fresh && entry.value.isDone()) {
            entry.step.needs().forEach(need -> touch(need, asked, rank));
        } else if (fresh || pending) {
            List<CompletableFuture<?>> needs = new ArrayList<>();
            for (Step<?> need : step.needs()) {
                needs.add(need(entry, need, asked, rank));
            }
            if (!entry.value.isDone()) {
                entry.askedBy(asked, rank);
                if (!entry.planned) {
                    entry.planned = true;
                    plan(entry, needs);
                }
            }
        }
        return entry.value.copy();
    }

    /// What a value that is there was worked out from is still wanted, as far as it is there too;
    /// what is not is not worked out for that.
    private void touch(Step<?> step, Asked asked, int rank) {
        if (entries.containsKey(step)) {
            var unused = get(step, asked, rank);
        }
    }

    private <V> CompletableFuture<V> need(Entry<?> entry, Step<V> need, Asked asked, int rank) {
        CompletableFuture<V> value = get(need, asked, rank);
        if (!entry.planned) {
            entry.inputs.put(need, value);
        }
        return value;
    }

    private void plan(Entry<?> entry, List<CompletableFuture<?>> needs) {
        var unused =
                CompletableFuture.allOf(needs.toArray(CompletableFuture[]::new))
                        .whenComplete((done, problem) -> {
                            if (problem == null) {
                                enqueue(entry);
                            } else if (isCancelled(problem)) {
                                planAgain(entry, problem);
                            } else {
                                fail(entry, problem);
                            }
                        });
    }

    private static boolean isCancelled(Throwable problem) {
        return problem instanceof CancellationException
                || problem.getCause() instanceof CancellationException;
    }

    /// An input was given up. Whoever asked for the step after that has asked for its inputs too,
    /// so those are on their way again.
    private synchronized void planAgain(Entry<?> entry, Throwable problem) {
        Optional<Asked> wanting = entry.askers.stream().filter(a -> !a.cancelled()).findFirst();
        if (wanting.isEmpty() || workers.isShutdown()) {
            fail(entry, problem);
            return;
        }
        entry.planned = false;
        List<CompletableFuture<?>> needs = new ArrayList<>();
        for (Step<?> need : entry.step.needs()) {
            needs.add(need(entry, need, wanting.get(), entry.rank));
        }
        entry.planned = true;
        plan(entry, needs);
    }

    private synchronized void enqueue(Entry<?> entry) {
        entry.turn = ++turns;
        if (workers.isShutdown()) {
            fail(entry, new CancellationException("the program ends"));
        } else {
            workers.execute(entry);
        }
    }

    /// It is forgotten, and what waits for it with it, before anybody else can ask: whoever asks
    /// from here on gets a new one.
    private synchronized void fail(Entry<?> entry, Throwable problem) {
        entries.remove(entry.step, entry);
        entry.value.completeExceptionally(problem);
    }

    /// Whether it is its turn; otherwise it waits until something that may come later has ended.
    private synchronized boolean mayRun(Entry<?> entry) {
        entry.ranLater = entry.rank >= LATER && !entry.step.takesLong();
        if (!entry.ranLater) {
            return true;
        }
        if (!mayRunLater()) {
            deferred.add(entry);
            return false;
        }
        laterRunning++;
        return true;
    }

    /// Takes the room of something that may come later for a while: the window paints meanwhile
    /// what came first.
    synchronized void rest(long millis) {
        laterRunning++;
        CompletableFuture.delayedExecutor(millis, TimeUnit.MILLISECONDS).execute(this::endLater);
    }

    private synchronized void endLater() {
        laterRunning--;
        resumeDeferred();
    }

    private boolean mayRunLater() {
        return laterRunning < Math.max(1, workers.getCorePoolSize() - 1);
    }

    /// Whatever ends lets one go on that was put off, as it may have been let go itself and have
    /// become urgent before it ran.
    private synchronized void resumeDeferred() {
        if (!deferred.isEmpty() && mayRunLater() && !workers.isShutdown()) {
            workers.execute(deferred.poll());
        }
    }

    /// Those who still want it; none if it was dropped.
    private synchronized List<Asked> begin(Entry<?> entry) {
        List<Asked> wanting = entry.askers.stream().filter(a -> !a.cancelled()).toList();
        if (wanting.isEmpty()) {
            fail(entry, new CancellationException("nobody wants it any more"));
        }
        return wanting;
    }

    /// Forgets what goes beyond its memory, once a session is worked out.
    ///
    /// @param newest whoever asked last: what he needs stays
    synchronized void trim(Asked newest) {
        List<Entry<?>> old = new ArrayList<>();
        long bytes = 0;
        for (Entry<?> entry : entries.values()) {
            if (entry.newest < newest.number() && entry.value.isDone()) {
                old.add(entry);
                bytes += entry.bytes;
            }
        }
        Iterator<Entry<?>> longestAgo = old.iterator();
        while (bytes > mostOldBytes && longestAgo.hasNext()) {
            Entry<?> entry = longestAgo.next();
            entries.remove(entry.step, entry);
            bytes -= entry.bytes;
        }
    }

    /// Forgets values that are on disk, unless somebody newer or more urgent than takes that nobody
    /// has chosen needs them.
    synchronized void release(List<? extends Step<?>> steps, Asked asked) {
        for (Step<?> step : steps) {
            Entry<?> entry = entries.get(step);
            if (entry != null && entry.value.isDone() && entry.chosen < asked.number()) {
                entries.remove(step);
            }
        }
    }

    KeptWork kept() {
        return kept;
    }

    /// Whether a value is there already.
    boolean isThere(Step<?> step) {
        return valueOf(step).isPresent();
    }

    /// A value, if it is there already.
    @SuppressWarnings("unchecked") // an entry is of its step's type
    synchronized <V> Optional<V> valueOf(Step<V> step) {
        Entry<V> entry = (Entry<V>) entries.get(step);
        return entry != null && entry.value.isDone()
                ? Optional.of(entry.value.join())
                : Optional.empty();
    }

    /// Forgets all values that are there.
    synchronized void clear() {
        entries.values().removeIf(entry -> entry.value.isDone());
    }

    /// How many values there are.
    synchronized int size() {
        return entries.size();
    }

    /// Lets what runs end; nothing new begins.
    @Override
    public void close() {
        List<Runnable> waiting;
        synchronized (this) {
            workers.shutdown();
            waiting = new ArrayList<>();
            workers.getQueue().drainTo(waiting);
            waiting.addAll(deferred);
            deferred.clear();
        }
        for (Runnable task : waiting) {
            if (task instanceof Entry<?> entry) {
                fail(entry, new CancellationException("the program ends"));
            }
        }
    }

    /// A step and what becomes of it.
    private final class Entry<V> implements Runnable, Comparable<Entry<?>>, Step.Inputs {
        private final Step<V> step;
        private final CompletableFuture<V> value = new CompletableFuture<>();
        private final Map<Step<?>, CompletableFuture<?>> inputs = new HashMap<>();
        private final Set<Asked> askers = new LinkedHashSet<>();
        private int rank = Integer.MAX_VALUE;
        private long turn;
        private long newest;

        /// The newest that needs it for what can be heard now.
        private long chosen;

        private long bytes;
        private boolean planned;
        private boolean ranLater;

        Entry(Step<V> step) {
            this.step = step;
        }

        /// Called with the store's lock held.
        void askedBy(Asked asked, int wanted) {
            askers.add(asked);
            if (wanted < rank) {
                boolean waits = workers.getQueue().remove(this) || deferred.remove(this);
                rank = wanted;
                if (waits) {
                    workers.execute(this);
                }
            }
        }

        @Override
        public void run() {
            if (!mayRun(this)) {
                return;
            }
            boolean later = ranLater;
            try {
                runNow();
            } finally {
                if (later) {
                    endLater();
                } else {
                    resumeDeferred();
                }
            }
        }

        private void runNow() {
            List<Asked> wanting = begin(this);
            if (wanting.isEmpty()) {
                return;
            }
            try {
                wanting.forEach(asked -> asked.begun(step));
                done(step.run(this));
            } catch (RuntimeException | Error e) {
                fail(this, e);
                if (e instanceof Error error) {
                    throw error;
                }
            }
        }

        private void done(V made) {
            synchronized (Store.this) {
                bytes = step.bytes(made);
                inputs.clear();
                askers.clear();
            }
            value.complete(made);
        }

        @Override
        @SuppressWarnings("unchecked") // an entry is of its step's type
        public <T> T of(Step<T> need) {
            CompletableFuture<?> there =
                    Objects.requireNonNull(inputs.get(need), "a step names what it needs");
            return (T) there.join();
        }

        @Override
        @SuppressWarnings("unchecked") // an entry is of its step's type
        public <T> T also(Step<T> need) {
            @Nullable Entry<T> there;
            synchronized (Store.this) {
                there = (Entry<T>) entries.get(need);
            }
            if (there != null && there.value.isDone() && !there.value.isCompletedExceptionally()) {
                return there.value.join();
            }
            T made = need.run(this);
            synchronized (Store.this) {
                Entry<T> entry = new Entry<>(need);
                entry.newest = newest;
                entry.bytes = need.bytes(made);
                entry.planned = true;
                entry.value.complete(made);
                entries.putIfAbsent(need, entry);
            }
            return made;
        }

        @Override
        public KeptWork kept() {
            return kept;
        }

        @Override
        public int compareTo(Entry<?> other) {
            int byRank = Integer.compare(rank, other.rank);
            return byRank != 0 ? byRank : Long.compare(turn, other.turn);
        }
    }
}
