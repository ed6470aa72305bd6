package zelvan.engine;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Function;
import zelvan.files.FileStamp;
import zelvan.measure.Combing;
import zelvan.play.LoudnessMatch;
import zelvan.play.Program;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.KeyFinder;
import zelvan.units.TimeSpan;

/// Derives everything from a session, remembering what it has derived before.
///
/// How it works: each track has a [VoiceChain]; the chains run in parallel on the engine's threads,
/// each voice after the one that it follows. [#derive] does that for a session and waits; [#want]
/// asks for it in the background, where only the newest session counts.
///
/// Thread safety: any thread may call it; derivations run one after another.
public final class Engine implements AutoCloseable {
    private static final long CALM_MILLIS = 1500;

    private final KeptWork kept;
    private final ExecutorService workers;
    private final ExecutorService conductor;
    private final ExecutorService listener;
    private final ExecutorService checker;
    private final AtomicLong combing = new AtomicLong();
    private final AtomicLong loudness = new AtomicLong();
    private final AtomicLong artefacts = new AtomicLong();
    private final SoundCheck soundCheck = new SoundCheck();
    private final Map<Source, VoiceChain> chains = new HashMap<>();
    private volatile Map<String, Source> sources = Map.of();
    private volatile Session wanted = Session.EMPTY;
    private volatile boolean closed;

    public Engine(KeptWork kept) {
        this(kept, Runtime.getRuntime().availableProcessors());
    }

    /// @param threads how many voices are worked on at the same time
    public Engine(KeptWork kept, int threads) {
        this.kept = kept;
        AtomicInteger number = new AtomicInteger();
        workers =
                Executors.newFixedThreadPool(
                        threads, task -> daemon(task, "zelvan-worker-" + number.incrementAndGet()));
        conductor = Executors.newSingleThreadExecutor(task -> daemon(task, "zelvan-conductor"));
        listener = Executors.newSingleThreadExecutor(task -> daemon(task, "zelvan-listener"));
        checker = Executors.newSingleThreadExecutor(task -> daemon(task, "zelvan-checker"));
    }

    private static Thread daemon(Runnable task, String name) {
        Thread thread = new Thread(task, name);
        thread.setDaemon(true);
        return thread;
    }

    /// Derives everything, and waits for it.
    ///
    /// @throws CancellationException if the progress says so
    public Derived derive(Session session, Progress progress) {
        return derive(session, progress, soFar -> {});
    }

    /// Derives everything, and waits for it; the guide comes first, the voices as they get ready.
    ///
    /// @param soFar receives what there is whenever a track is ready, on the engine's threads
    /// @throws CancellationException if the progress says so
    private synchronized Derived derive(
            Session session, Progress progress, Consumer<Derived> soFar) {
        lookAtFiles(session);
        Steps steps = new Steps(progress, 2 * session.voices().size());
        runAll(whatOthersNeed(session).stream().map(v -> listening(v, steps)).toList());
        Map<String, DerivedVoice> derived = new ConcurrentHashMap<>();
        session.guide().ifPresent(g -> derived.put(g.id(), deriveGuide(session, g)));
        VoiceChain.Guide guide =
                session.guide().map(g -> guide(g, derived)).orElse(VoiceChain.Guide.NONE);
        Optional<Key> key = foundKey(session, derived);
        Harmony harmony = session.harmony().orFound(key);
        Runnable tell = () -> soFar.accept(new Derived(session, derived, key));
        tell.run();
        // Each round derives the voices whose leaders are known.
        List<Voice> left = new ArrayList<>(session.voices());
        left.removeIf(v -> derived.containsKey(v.id()));
        while (!left.isEmpty()) {
            List<Runnable> tasks = new ArrayList<>();
            List<Voice> ready =
                    left.stream()
                            .filter(v ->
                                    session.leaderOf(v)
                                            .map(l -> derived.containsKey(l.id()))
                                            .orElse(true))
                            .toList();
            for (Voice voice : ready) {
                Optional<VoiceChain.Leader> leader =
                        session.leaderOf(voice).flatMap(l -> leader(l, derived, guide.map()));
                Runnable matching =
                        () ->
                                derived.put(
                                        voice.id(),
                                        chainOf(voice)
                                                .derive(session, voice, leader, guide, harmony));
                tasks.add(() -> {
                    listening(voice, steps).run();
                    steps.run("Matching " + voice.name(), matching);
                    tell.run();
                });
            }
            runAll(tasks);
            left.removeAll(ready);
        }
        return soundCheck.known(new Derived(session, derived, key));
    }

    /// The tracks that have to be heard before a voice can be matched: the guide, what it is lined
    /// up with, and what tells the key.
    private static List<Voice> whatOthersNeed(Session session) {
        return session.voices().stream()
                .filter(v ->
                        v.role() == Role.GUIDE
                                || v.role() == Role.BED
                                || v.id().equals(session.guideTiming().trackId()))
                .sorted(Comparator.comparing(v -> v.role() != Role.GUIDE))
                .toList();
    }

    private Runnable listening(Voice voice, Steps steps) {
        TrackFile track = chainOf(voice).track();
        return () -> steps.run("Listening to " + voice.name(), () -> track.prepare(voice));
    }

    /// Where a chain's sound comes from. What was derived from one file says nothing of another
    /// one, whatever voice it belongs to, nor of the same one after a change.
    private record Source(String voiceId, String path, FileStamp stamp) {
        static Source of(Voice voice) {
            String path = voice.audio().path();
            return new Source(voice.id(), path, FileStamp.of(Path.of(path)));
        }
    }

    /// Keeps the chains whose files are as they were, and begins new ones for the others.
    private void lookAtFiles(Session session) {
        Map<String, Source> now = new HashMap<>();
        session.voices().forEach(v -> now.put(v.id(), Source.of(v)));
        sources = Map.copyOf(now);
        chains.keySet().retainAll(now.values());
        now.values().forEach(s -> chains.computeIfAbsent(s, ignored -> new VoiceChain(kept)));
    }

    /// Whether a file of the session is not as it was when the session was derived last. Looks at
    /// the disk.
    public boolean filesHaveChanged(Session session) {
        Map<String, Source> known = sources;
        return session.voices().stream()
                .anyMatch(
                        v -> known.containsKey(v.id()) && !Source.of(v).equals(known.get(v.id())));
    }

    private DerivedVoice deriveGuide(Session session, Voice guide) {
        Optional<VoiceChain.Track> track =
                session.voice(session.guideTiming().trackId())
                        .map(v -> new VoiceChain.Track(chainOf(v).track(), v));
        return chainOf(guide).deriveGuide(session, guide, track);
    }

    private static VoiceChain.Guide guide(Voice guide, Map<String, DerivedVoice> derived) {
        DerivedVoice made = get(derived, guide).orElseThrow();
        return made.analysis()
                .map(heard ->
                        new VoiceChain.Guide(
                                made.timing().map(), heard.phrases(), guide.marks().heardIn(heard)))
                .orElse(VoiceChain.Guide.NONE);
    }

    /// The key of the guide's melody and the bed together.
    private Optional<Key> foundKey(Session session, Map<String, DerivedVoice> derived) {
        List<double[]> heard = new ArrayList<>();
        session.guide()
                .flatMap(g -> get(derived, g))
                .flatMap(DerivedVoice::analysis)
                .ifPresent(a -> heard.add(KeyFinder.secondsOf(a.notes())));
        for (Voice voice : session.voices()) {
            if (voice.role() == Role.BED) {
                heard.add(chainOf(voice).track().tones(voice));
            }
        }
        return KeyFinder.find(heard);
    }

    private Optional<VoiceChain.Leader> leader(
            Voice leader, Map<String, DerivedVoice> derived, TimeMap guideMap) {
        return get(derived, leader)
                .map(made ->
                        new VoiceChain.Leader(
                                chainOf(leader), leader, made.timing().map().against(guideMap)));
    }

    private static Optional<DerivedVoice> get(Map<String, DerivedVoice> derived, Voice voice) {
        return Optional.ofNullable(derived.get(voice.id()));
    }

    private VoiceChain chainOf(Voice voice) {
        return Objects.requireNonNull(
                chains.get(sources.get(voice.id())), "every voice has a chain");
    }

    /// Asks for everything in the background. A session asked for before and not begun yet is
    /// dropped.
    ///
    /// @param soFar receives what there is whenever a track is ready, on the engine's threads
    /// @return completed on the engine's thread; with [CancellationException] if it was dropped or
    ///   the progress says so, and with whatever else went wrong
    public CompletableFuture<Derived> want(
            Session session, Progress progress, Consumer<Derived> soFar) {
        wanted = session;
        // What was listened to before is of no use any more, and would only take the processors.
        combing.incrementAndGet();
        loudness.incrementAndGet();
        artefacts.incrementAndGet();
        return CompletableFuture.supplyAsync(
                () -> {
                    if (!isNewest(session)) {
                        throw new CancellationException("a newer session is wanted");
                    }
                    return derive(session, progress, soFar);
                },
                conductor);
    }

    /// Listens in the background for voices that comb; see [Combing]. What was asked for before and
    /// is not done yet is dropped.
    ///
    /// @return completed as [#want]'s
    public CompletableFuture<List<Combing>> listenForCombing(Derived derived) {
        return listen(listener, combing, cancelled -> new PhaseGuard(derived, cancelled).listen());
    }

    /// Listens in the background to how loud the two versions are; see [LoudnessMatch]. What was
    /// asked for before and is not done yet is dropped.
    ///
    /// @return the raw version's factor; completed as [#want]'s
    public CompletableFuture<Double> listenForLoudness(
            Program program, int sampleRateHertz, TimeSpan span) {
        return listen(
                listener,
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
                CompletableFuture.delayedExecutor(CALM_MILLIS, TimeUnit.MILLISECONDS, checker),
                artefacts,
                cancelled -> soundCheck.listen(derived, cancelled));
    }

    private static <T> CompletableFuture<T> listen(
            Executor where, AtomicLong asked, Function<BooleanSupplier, T> work) {
        long mine = asked.incrementAndGet();
        BooleanSupplier cancelled = () -> asked.get() != mine;
        return CompletableFuture.supplyAsync(
                () -> {
                    if (cancelled.getAsBoolean()) {
                        throw new CancellationException("something newer is listened to");
                    }
                    T found = work.apply(cancelled);
                    if (cancelled.getAsBoolean()) {
                        throw new CancellationException("something newer is listened to");
                    }
                    return found;
                },
                where);
    }

    @SuppressWarnings(
            "ReferenceEquality") // the very session that was asked for last, not one like it
    private boolean isNewest(Session session) {
        return wanted == session;
    }

    /// Runs the tasks side by side and waits for all of them, also when one fails or the user
    /// cancels: nobody else may use the chains before the last has left them.
    private void runAll(List<? extends Runnable> tasks) {
        AtomicReference<RuntimeException> failure = new AtomicReference<>();
        List<CompletableFuture<Void>> running = new ArrayList<>();
        try {
            for (Runnable task : tasks) {
                running.add(CompletableFuture.runAsync(() -> run(task, failure), workers));
            }
        } catch (RejectedExecutionException e) {
            failure.compareAndSet(null, new CancellationException("the program ends"));
        }
        CompletableFuture.allOf(running.toArray(CompletableFuture[]::new)).join();
        if (failure.get() != null) {
            throw failure.get();
        }
    }

    /// After a failure the tasks that have not begun are left out.
    private void run(Runnable task, AtomicReference<RuntimeException> failure) {
        if (failure.get() != null) {
            return;
        }
        try {
            if (closed) {
                throw new CancellationException("the program ends");
            }
            task.run();
        } catch (RuntimeException e) {
            failure.compareAndSet(null, e);
        }
    }

    @Override
    public void close() {
        closed = true;
        conductor.shutdownNow();
        combing.incrementAndGet();
        loudness.incrementAndGet();
        artefacts.incrementAndGet();
        listener.shutdownNow();
        checker.shutdownNow();
        workers.shutdown();
    }

    private static final class Steps {
        private final Progress progress;
        private final int count;
        private final AtomicInteger done = new AtomicInteger();

        Steps(Progress progress, int count) {
            this.progress = progress;
            this.count = Math.max(1, count);
        }

        void run(String what, Runnable step) {
            if (progress.cancelled()) {
                throw new CancellationException("cancelled by the user");
            }
            progress.report(what, (double) done.get() / count);
            step.run();
            progress.report(what, (double) done.incrementAndGet() / count);
        }
    }
}
