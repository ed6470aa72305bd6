package zelvan.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.derived.DerivedVoice;
import zelvan.derived.VoiceFailed;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.takes.TakeMap;
import zelvan.tuning.Key;

/// What has to be worked out for a session, and how urgent it is.
///
/// How it works: which steps a voice takes depends on which files there are, so the files are read
/// first; then its steps are put together by [VoiceSteps].
///
/// Thread safety: made by one thread, then any.
final class Plan {
    private static final Logger LOG = LoggerFactory.getLogger(Plan.class);

    private final Session session;
    private final Store store;
    private final Asked asked;
    private final Map<String, Integer> ranks = new HashMap<>();
    private final Map<String, Recorded> reads = new HashMap<>();
    private final Map<String, CompletableFuture<Reading>> readings = new ConcurrentHashMap<>();
    private final VoiceSteps steps;

    /// Looks at the files.
    ///
    /// @param first the voices that matter most, by id, in order
    Plan(Session session, List<String> first, Store store, Asked asked) {
        this.session = session;
        this.store = store;
        this.asked = asked;
        session.guide().ifPresent(g -> ranks.put(g.id(), 0));
        first.forEach(id -> ranks.putIfAbsent(id, ranks.size()));
        int later = first.isEmpty() ? 0 : Store.LATER;
        session.followers().forEach(v -> ranks.putIfAbsent(v.id(), later + ranks.size()));
        session.voices().forEach(v -> ranks.putIfAbsent(v.id(), later + ranks.size()));
        for (Voice voice : session.voices()) {
            Recorded read = Recorded.of(session, voice);
            reads.put(voice.id(), read);
            asked.tell(read, "Reading " + voice.name());
            asked.tell(new Heard(read), "Listening to " + voice.name());
        }
        steps = new VoiceSteps(session, reads(), this::isThere, asked);
    }

    /// How the files were when the plan was made, by voice.
    Map<String, Recorded> reads() {
        return Map.copyOf(reads);
    }

    private int rank(Voice voice) {
        return Objects.requireNonNull(ranks.get(voice.id()), "every voice has a rank");
    }

    private Recorded read(Voice voice) {
        return Objects.requireNonNull(reads.get(voice.id()), "every voice has a file");
    }

    private CompletableFuture<Reading> reading(Voice voice, int rank) {
        CompletableFuture<Reading> reading = store.get(read(voice), asked, rank);
        readings.put(voice.id(), reading);
        return reading;
    }

    /// A track as it was recorded, as soon as its file is open; empty where it is no news, or where
    /// it is to be seen first whether it is the recording that is meant.
    CompletableFuture<Optional<DerivedVoice>> opened(Voice voice) {
        if (!(read(voice) instanceof Read read)
                || session.audioOf(voice).isKnown()
                || store.isThere(read)) {
            return CompletableFuture.completedFuture(Optional.empty());
        }
        return store.get(new Glanced(read), asked, Store.AT_ONCE + rank(voice))
                .thenApply(glance ->
                        glance.map(g -> DerivedVoice.opened(voice.id(), g.raw(), g.outline())))
                .exceptionally(problem -> leftOut("a glance at " + voice.name(), problem));
    }

    /// A track, as soon as it is worked out.
    CompletableFuture<DerivedVoice> voice(Voice voice, CompletableFuture<Optional<Key>> key) {
        int rank = rank(voice);
        CompletableFuture<?>[] files =
                steps.concerned(voice).stream()
                        .map(v -> reading(v, rank))
                        .toArray(CompletableFuture[]::new);
        return CompletableFuture.allOf(files)
                .thenCompose(all -> {
                    steps.timed(voice).ifPresent(timed -> store.get(timed, asked, rank));
                    return steps.usesHarmony(voice)
                                    || session.guide().map(steps::usesHarmony).orElse(false)
                            ? key
                            : CompletableFuture.completedFuture(Optional.<Key>empty());
                })
                .thenCompose(found -> store.get(steps.made(voice, found), asked, rank))
                .exceptionally(problem -> failed(voice, problem));
    }

    /// What went wrong with one voice is a value of that voice: all others go on.
    ///
    /// @throws CompletionException if nothing went wrong and it was given up
    private DerivedVoice failed(Voice voice, Throwable problem) {
        ZelvanProblem said = problem(voice.name(), problem);
        CompletableFuture<Reading> reading =
                readings.getOrDefault(voice.id(), new CompletableFuture<>());
        boolean read = reading.isDone() && !reading.isCompletedExceptionally();
        return DerivedVoice.failed(
                voice.id(), read ? reading.join().raw() : Optional.empty(), said);
    }

    private static Throwable cause(Throwable problem) {
        return problem instanceof CompletionException && problem.getCause() != null
                ? cause(problem.getCause())
                : problem;
    }

    /// What a person is told of something that went wrong.
    ///
    /// @param name of the voice or recording
    /// @throws CompletionException if nothing went wrong and it was given up
    static ZelvanProblem problem(String name, Throwable problem) {
        Throwable cause = cause(problem);
        if (cause instanceof CancellationException) {
            throw new CompletionException(cause);
        }
        if (cause instanceof StepFailed failed) {
            return failed.problem();
        }
        LOG.error("{} could not be worked out", name, cause);
        return new VoiceFailed(name, cause);
    }

    /// What only helps is left out where it fails.
    private static <T> Optional<T> leftOut(String what, Throwable problem) {
        Throwable cause = cause(problem);
        if (cause instanceof CancellationException) {
            throw new CompletionException(cause);
        }
        LOG.warn("Left out: {}", what, cause);
        return Optional.empty();
    }

    /// What the takes of a voice are like, as soon as all are worked out.
    ///
    /// @param soFar told whenever another one is
    CompletableFuture<TakeMap> takes(Voice voice, Consumer<TakeMap> soFar) {
        if (voice.layer().takes().isEmpty()
                || !voice.role().follows()
                || session.guide().isEmpty()) {
            return CompletableFuture.completedFuture(TakeMap.NONE);
        }
        Voice guide = session.guide().get();
        return reading(guide, Store.TAKES + rank(guide))
                .thenCompose(read ->
                        steps.heard(guide)
                                .map(h ->
                                        new TakesWanted(session, voice, h.heard(), store, asked)
                                                .begin(soFar))
                                .orElse(CompletableFuture.completedFuture(TakeMap.NONE)));
    }

    /// The key of guide and bed, as soon as they are heard.
    CompletableFuture<Optional<Key>> key() {
        List<Voice> heard = new ArrayList<>(session.guide().stream().toList());
        session.voices().stream().filter(v -> v.role() == Role.BED).forEach(heard::add);
        CompletableFuture<?>[] files =
                heard.stream().map(v -> reading(v, rank(v))).toArray(CompletableFuture[]::new);
        return CompletableFuture.allOf(files)
                .thenCompose(all -> {
                    KeyFound step =
                            new KeyFound(
                                    session.guide().flatMap(steps::heard).stream().toList(),
                                    heard.stream()
                                            .filter(v -> v.role() == Role.BED && isThere(v))
                                            .map(v -> new Told(read(v), Told.What.TONES))
                                            .toList());
                    return store.get(step, asked, session.voices().size());
                })
                .exceptionally(problem -> leftOut("the song's key", problem));
    }

    /// Whether a voice's file is there and is the recording that is meant.
    private boolean isThere(Voice voice) {
        Reading reading =
                Objects.requireNonNull(readings.get(voice.id()), "it was read before").join();
        return reading.file().isPresent()
                && reading.isMeantBy(read(voice).meant(session.audioOf(voice)));
    }
}
