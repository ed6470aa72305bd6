package zelvan.engine;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.session.Session;
import zelvan.takes.TakeMap;
import zelvan.tuning.Key;

/// What is there of what was asked for, and somebody who wants to know.
///
/// Thread safety: any thread may call it.
final class SoFar {
    private final Session session;
    private final CompletableFuture<Optional<Key>> key;
    private final Consumer<Derived> listener;
    private final Map<String, DerivedVoice> voices = new ConcurrentHashMap<>();
    private final Map<String, TakeMap> takes = new ConcurrentHashMap<>();

    SoFar(Session session, CompletableFuture<Optional<Key>> key, Consumer<Derived> listener) {
        this.session = session;
        this.key = key;
        this.listener = listener;
    }

    /// A track can be seen and heard, and no more is known of it.
    void opened(DerivedVoice voice) {
        voices.putIfAbsent(voice.voiceId(), voice);
        tell();
    }

    void made(DerivedVoice voice) {
        voices.put(voice.voiceId(), voice);
        tell();
    }

    void known(String voiceId, TakeMap map) {
        takes.put(voiceId, map);
        tell();
    }

    /// What is told later is never older.
    private synchronized void tell() {
        listener.accept(all());
    }

    Derived all() {
        boolean found = key.isDone() && !key.isCompletedExceptionally();
        return new Derived(session, voices, found ? key.join() : Optional.empty(), takes);
    }
}
