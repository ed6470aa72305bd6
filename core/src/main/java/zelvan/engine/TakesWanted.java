package zelvan.engine;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.takes.Take;
import zelvan.takes.TakeMap;
import zelvan.units.GuideSpan;

/// Works out what the takes of one voice are like, one recording after the other.
///
/// Thread safety: begun by one thread, goes on on any.
final class TakesWanted {
    private final Session session;
    private final Voice voice;
    private final Heard guide;
    private final Store store;
    private final Asked asked;

    /// By recording, in order; empty as long as nothing is known.
    private final Map<String, Optional<Known>> known = new LinkedHashMap<>();

    private record Known(List<Take> takes, Optional<ZelvanProblem> problem) {}

    TakesWanted(Session session, Voice voice, Heard guide, Store store, Asked asked) {
        this.session = session;
        this.voice = voice;
        this.guide = guide;
        this.store = store;
        this.asked = asked;
        voice.layer().takes().forEach(id -> known.put(id, Optional.empty()));
    }

    /// @param soFar told whenever another one is worked out
    CompletableFuture<TakeMap> begin(Consumer<TakeMap> soFar) {
        return store.get(guide, asked, Store.TAKES)
                .thenCompose(heard -> begin(heard.phrasesAsGuide(), soFar));
    }

    private CompletableFuture<TakeMap> begin(List<GuideSpan> phrases, Consumer<TakeMap> soFar) {
        List<CompletableFuture<Void>> all = new ArrayList<>();
        int rank = Store.TAKES;
        for (String id : voice.layer().takes()) {
            int mine = ++rank;
            AudioReference audio = session.recording(id).orElseThrow().audio();
            Read read = Read.of(audio);
            all.add(
                    store.get(read, asked, mine)
                            .thenCompose(reading -> measured(id, read, audio, reading, mine))
                            .exceptionally(problem -> failed(audio, problem))
                            .thenAccept(found -> {
                                synchronized (known) {
                                    known.put(id, Optional.of(found));
                                    soFar.accept(map(phrases));
                                }
                            }));
        }
        CompletableFuture<Void> measured =
                CompletableFuture.allOf(all.toArray(CompletableFuture[]::new));
        var unused = measured.thenRun(this::prepare);
        return measured.thenApply(done -> {
            synchronized (known) {
                return map(phrases);
            }
        });
    }

    /// Follows the recordings cycle by cycle, one after the other, so that a choice is heard at
    /// once. What comes of it is kept on disk.
    private void prepare() {
        CompletableFuture<?> before = CompletableFuture.completedFuture(null);
        for (String id : voice.layer().takes()) {
            Read read = Read.of(session.recording(id).orElseThrow().audio());
            before = before.thenCompose(done -> prepared(read));
        }
    }

    private CompletableFuture<?> prepared(Read read) {
        boolean known =
                store.valueOf(read)
                        .flatMap(Reading::file)
                        .map(file -> store.kept().hasEpochs(file.sha256()))
                        .orElse(true);
        if (known) {
            return CompletableFuture.completedFuture(null);
        }
        Repaired voice = new Repaired(new Heard(read), List.of());
        Sounding sounding = new Sounding(voice);
        Prepared prepared = new Prepared(sounding);
        return store.get(prepared, asked, 2 * Store.TAKES)
                .thenRun(() ->
                        store.release(List.of(prepared, sounding, voice, voice.heard()), asked));
    }

    private CompletableFuture<Known> measured(
            String id, Read read, AudioReference audio, Reading reading, int rank) {
        Optional<ZelvanProblem> problem = reading.problem(audio);
        if (problem.isPresent() || reading.file().isEmpty()) {
            return CompletableFuture.completedFuture(new Known(List.of(), problem));
        }
        Heard heard = new Heard(read);
        TakeMeasured measured =
                new TakeMeasured(id, audio, new Passes(guide, heard), voice.role() == Role.HARMONY);
        return store.get(measured, asked, rank)
                .thenApply(takes -> {
                    store.release(measured.onDisk(), asked);
                    return new Known(takes, Optional.empty());
                });
    }

    private static Known failed(AudioReference audio, Throwable problem) {
        return new Known(
                List.of(),
                Optional.of(Plan.problem(String.valueOf(audio.file().getFileName()), problem)));
    }

    private TakeMap map(List<GuideSpan> phrases) {
        List<Known> ready = known.values().stream().flatMap(Optional::stream).toList();
        List<ZelvanProblem> problems = ready.stream().flatMap(k -> k.problem.stream()).toList();
        return new TakeMap(
                phrases,
                ready.stream().flatMap(k -> k.takes.stream()).toList(),
                known.size(),
                ready.size() - problems.size(),
                problems);
    }
}
