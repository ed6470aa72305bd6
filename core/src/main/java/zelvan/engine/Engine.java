package zelvan.engine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import zelvan.audio.SoundFile;
import zelvan.derived.Derived;
import zelvan.derived.ToMend;
import zelvan.measure.Combing;
import zelvan.play.LoudnessMatch;
import zelvan.play.Program;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.takes.TakeMap;
import zelvan.tuning.Key;
import zelvan.units.SongSpan;

/// Derives everything from a session, remembering what it has derived before.
///
/// How it works: a [Plan] makes [Step]s of a session, a [Store] works them out and keeps them.
/// [#derive] does that for a session and waits; [#want] asks for it in the background, where only
/// the newest session counts: what only an older one needs and has not begun is dropped.
///
/// Thread safety: any thread may call it.
public final class Engine implements AutoCloseable {
    private static final long CALM_MILLIS = 1500;

    /// Longer than between two values of something that is dragged.
    private static final long SOON_MILLIS = 400;

    /// A window takes about so long to paint what has changed.
    private static final long PAINTING_MILLIS = 60;

    private final KeptWork kept;
    private final Store store;
    private final ExecutorService conductor;
    private final ExecutorService listener;
    private final ExecutorService checker;
    private final ExecutorService mender;
    private final AtomicLong number = new AtomicLong();
    private final AtomicLong combing = new AtomicLong();
    private final AtomicLong loudness = new AtomicLong();
    private final AtomicLong artefacts = new AtomicLong();
    private final AtomicLong flaws = new AtomicLong();
    private final AtomicLong onsets = new AtomicLong();
    private final AtomicReference<@Nullable Asked> newest = new AtomicReference<>();
    private final SoundCheck soundCheck = new SoundCheck();
    private final Map<String, double[]> essDecibels = new ConcurrentHashMap<>();

    /// Held by whoever listens to what may wait: it takes one processor, and leaves the others to
    /// the window.
    private final Semaphore listening = new Semaphore(1, true);

    private volatile Map<String, Recorded> files = Map.of();

    public Engine(KeptWork kept) {
        this(kept, Runtime.getRuntime().availableProcessors());
    }

    /// @param threads how many steps are worked out at the same time
    public Engine(KeptWork kept, int threads) {
        this.kept = kept;
        store = new Store(kept, threads);
        conductor = Executors.newSingleThreadExecutor(task -> daemon(task, "zelvan-conductor"));
        listener = Executors.newSingleThreadExecutor(task -> daemon(task, "zelvan-listener"));
        checker = Executors.newSingleThreadExecutor(task -> daemon(task, "zelvan-checker"));
        mender = Executors.newSingleThreadExecutor(task -> daemon(task, "zelvan-mender"));
    }

    static Thread daemon(Runnable task, String name) {
        Thread thread = new Thread(task, name);
        thread.setDaemon(true);
        return thread;
    }

    /// Derives everything, and waits for it.
    ///
    /// @throws CancellationException if the progress says so
    public Derived derive(Session session, Progress progress) {
        return derive(session, List.of(), progress, soFar -> {});
    }

    /// The same, some voices before others.
    ///
    /// @param first as in [#want]
    /// @param soFar as in [#want]
    public Derived derive(
            Session session, List<String> first, Progress progress, Consumer<Derived> soFar) {
        Asked asked = new Asked(number.incrementAndGet(), progress);
        try {
            return derive(session, first, asked, false, soFar).join();
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        }
    }

    /// Asks for everything in the background. What was asked for before is dropped, but what the
    /// two have in common.
    ///
    /// @param first the voices that matter most, by id, in order: those that are in sight or heard
    /// @param soFar receives what there is whenever a track is ready, on the engine's threads;
    ///   before that, what can be heard and seen of a new one without working anything out
    /// @return completed on the engine's thread; with [CancellationException] if it was dropped or
    ///   the progress says so, and with whatever else went wrong
    public CompletableFuture<Derived> want(
            Session session, List<String> first, Progress progress, Consumer<Derived> soFar) {
        Asked asked = new Asked(number.incrementAndGet(), progress);
        Asked before = newest.getAndSet(asked);
        if (before != null) {
            before.supersede();
        }
        // What was listened to before is of no use any more, and would only take the processors.
        combing.incrementAndGet();
        loudness.incrementAndGet();
        artefacts.incrementAndGet();
        flaws.incrementAndGet();
        return CompletableFuture.supplyAsync(
                        () -> {
                            asked.failIfCancelled();
                            return derive(session, first, asked, true, soFar);
                        },
                        conductor)
                .thenCompose(derived -> derived);
    }

    /// @param seen whether somebody looks, and wants to see and hear what is not worked out yet
    /// @return completed when nothing of it runs any more
    private CompletableFuture<Derived> derive(
            Session session,
            List<String> first,
            Asked asked,
            boolean seen,
            Consumer<Derived> soFar) {
        Plan plan = new Plan(session, first, store, asked);
        files = plan.reads();
        asked.expect(session.voices().size());
        CompletableFuture<Optional<Key>> key = plan.key();
        SoFar made = new SoFar(session, key, soFar);
        Set<String> awaited = ConcurrentHashMap.newKeySet();
        awaited.addAll(seen ? first : List.of());
        List<CompletableFuture<?>> all = new ArrayList<>();
        all.add(key);
        for (Voice voice : seen ? session.voices() : List.<Voice>of()) {
            all.add(plan.opened(voice).thenAccept(opened -> opened.ifPresent(made::opened)));
        }
        for (Voice voice : session.voices()) {
            all.add(
                    plan.voice(voice, key)
                            .thenAccept(ready -> {
                                made.made(ready);
                                asked.trackDone(voice.name());
                                if (awaited.remove(voice.id()) && awaited.isEmpty()) {
                                    store.rest(PAINTING_MILLIS);
                                }
                            }));
        }
        for (Voice voice : seen ? session.followers() : List.<Voice>of()) {
            // Nobody waits for them: they are told as they come, also after the rest is there.
            plan.takes(voice, map -> made.known(voice.id(), map));
        }
        return whenNothingRuns(all)
                .thenApply(done -> {
                    asked.failIfCancelled();
                    store.trim(asked);
                    return soundCheck.known(made.all());
                });
    }

    /// What the takes of a voice are like; waits for it.
    ///
    /// @throws CancellationException if the progress says so
    public TakeMap takes(Session session, Voice voice, Progress progress) {
        Asked asked = new Asked(number.incrementAndGet(), progress);
        Plan plan = new Plan(session, List.of(voice.id()), store, asked);
        try {
            return plan.takes(voice, map -> {}).join();
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        }
    }

    /// All of them, but also when one fails only when the last has ended.
    private static CompletableFuture<Void> whenNothingRuns(List<CompletableFuture<?>> all) {
        CompletableFuture<?>[] ended =
                all.stream()
                        .map(each -> each.handle((value, problem) -> problem == null))
                        .toArray(CompletableFuture[]::new);
        return CompletableFuture.allOf(ended)
                .thenCompose(
                        done -> CompletableFuture.allOf(all.toArray(CompletableFuture[]::new)));
    }

    /// Whether a file of the session is not as it was when a session was derived last, or could not
    /// be read on since. Looks at the disk. What was made of a file that was lost is made again by
    /// the next derivation.
    public boolean filesHaveChanged(Session session) {
        Map<String, Recorded> known = files;
        boolean lost =
                known.values().stream()
                        .flatMap(read -> store.valueOf(read).stream())
                        .flatMap(reading -> reading.file().stream())
                        .anyMatch(file -> file.sound().isLost());
        if (lost) {
            store.clear();
        }
        return lost
                || session.voices().stream()
                        .anyMatch(v ->
                                known.containsKey(v.id())
                                        && !Recorded.of(session, v).equals(known.get(v.id())));
    }

    /// Listens in the background for voices that comb; see [Combing]. It takes a while, and so
    /// begins only where nothing newer is wanted for a moment. What was asked for before and is not
    /// done yet is dropped.
    ///
    /// @return completed as [#want]'s
    public CompletableFuture<List<Combing>> listenForCombing(Derived derived) {
        return listen(
                calmly(listener),
                combing,
                cancelled -> new PhaseGuard(derived, cancelled).listen());
    }

    /// Listens in the background to how loud the two versions are; see [LoudnessMatch]. It begins
    /// only where nothing newer is wanted for a moment. What was asked for before and is not done
    /// yet is dropped.
    ///
    /// @return the raw version's factor; completed as [#want]'s
    public CompletableFuture<Double> listenForLoudness(
            Program program, int sampleRateHertz, SongSpan span) {
        return listen(
                calmly(listener),
                loudness,
                cancelled -> LoudnessMatch.rawGain(program, sampleRateHertz, span, cancelled));
    }

    /// Listens in the background for places that sound worse than they were recorded, and doubts
    /// them; see [zelvan.measure.ArtefactFinder]. It takes a while, and so begins only where
    /// nothing newer is wanted for a moment. What was asked for before and is not done yet is
    /// dropped.
    ///
    /// @return the same with those doubts; completed as [#want]'s
    public CompletableFuture<Derived> listenForArtefacts(Derived derived) {
        return listen(
                calmly(checker), artefacts, cancelled -> soundCheck.listen(derived, cancelled));
    }

    /// Listens in the background for where notes begin in a file, whatever it holds; see
    /// [zelvan.analysis.OnsetFinder]. What was asked for before and is not done yet is dropped.
    ///
    /// @return in seconds, increasing; completed as [#want]'s
    public CompletableFuture<List<Double>> listenForOnsets(SoundFile file) {
        return listen(
                mender,
                onsets,
                cancelled -> Arrays.stream(Told.of(file, Told.What.ONSETS, kept)).boxed().toList());
    }

    /// Everything that is left to mend, what is heard first first.
    ///
    /// @param combing what is known of voices that comb
    public List<ToMend> toMend(Derived derived, List<Combing> combing) {
        return new MendList(derived, essDecibels, () -> false).list(combing);
    }

    /// The same in the background; it begins only where nothing newer is wanted for a moment. What
    /// was asked for before and is not done yet is dropped.
    ///
    /// @return completed as [#want]'s
    public CompletableFuture<List<ToMend>> listenForFlaws(Derived derived, List<Combing> combing) {
        long mine = flaws.incrementAndGet();
        BooleanSupplier cancelled = () -> flaws.get() != mine;
        return CompletableFuture.supplyAsync(
                () -> {
                    failIfNewer(cancelled);
                    return new MendList(derived, essDecibels, cancelled).list(combing);
                },
                CompletableFuture.delayedExecutor(SOON_MILLIS, TimeUnit.MILLISECONDS, mender));
    }

    private static Executor calmly(Executor where) {
        return CompletableFuture.delayedExecutor(CALM_MILLIS, TimeUnit.MILLISECONDS, where);
    }

    private <T> CompletableFuture<T> listen(
            Executor where, AtomicLong asked, Function<BooleanSupplier, T> work) {
        long mine = asked.incrementAndGet();
        BooleanSupplier cancelled = () -> asked.get() != mine;
        return CompletableFuture.supplyAsync(
                () -> {
                    listening.acquireUninterruptibly();
                    try {
                        failIfNewer(cancelled);
                        T found =
                                work.apply(() -> {
                                    letOthersListen();
                                    return cancelled.getAsBoolean();
                                });
                        failIfNewer(cancelled);
                        return found;
                    } finally {
                        listening.release();
                    }
                },
                where);
    }

    private static void failIfNewer(BooleanSupplier cancelled) {
        if (cancelled.getAsBoolean()) {
            throw new CancellationException("something newer is listened to");
        }
    }

    /// They take turns: what somebody waits for is not kept waiting by what takes minutes.
    private void letOthersListen() {
        if (listening.hasQueuedThreads()) {
            listening.release();
            listening.acquireUninterruptibly();
        }
    }

    @Override
    public void close() {
        conductor.shutdownNow();
        combing.incrementAndGet();
        loudness.incrementAndGet();
        artefacts.incrementAndGet();
        flaws.incrementAndGet();
        onsets.incrementAndGet();
        listener.shutdownNow();
        checker.shutdownNow();
        mender.shutdownNow();
        store.close();
    }
}
