package zelvan.desktop.model;

import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.measure.Combing;
import zelvan.session.AudioReference;
import zelvan.session.Session;

/// Brings what is derived up to the session: in the background, shown as it gets ready, and never
/// that of a session which is not open any more. Its properties change on the window's thread only.
public final class Deriving {
    private final AppModel model;
    private final Engine engine;
    private final ObjectProperty<Derived> derived = new SimpleObjectProperty<>(Derived.NOTHING);
    private final ObjectProperty<List<Combing>> combing = new SimpleObjectProperty<>(List.of());
    private final BooleanProperty stale = new SimpleBooleanProperty();
    private final BooleanProperty stopped = new SimpleBooleanProperty();
    private int era;

    Deriving(AppModel model, Engine engine) {
        this.model = model;
        this.engine = engine;
    }

    ObjectProperty<Derived> derived() {
        return derived;
    }

    ObjectProperty<List<Combing>> combing() {
        return combing;
    }

    /// Whether the derived values lag behind the session.
    public BooleanProperty stale() {
        return stale;
    }

    /// Whether the user gave up the work that would make the derived values new.
    public BooleanProperty stopped() {
        return stopped;
    }

    /// What was derived of one session says nothing of another.
    void forget() {
        era++;
        derived.set(Derived.NOTHING);
        combing.set(List.of());
    }

    /// Works out what the session wants now, in the background.
    void derive() {
        stale.set(true);
        stopped.set(false);
        int mine = era;
        List<String> first = model.attention();
        AtomicReference<@Nullable Derived> newest = new AtomicReference<>();
        AtomicBoolean glanced = new AtomicBoolean();
        model.background()
                .whenDone(
                        "working out the newest settings",
                        engine.want(
                                model.session(),
                                first,
                                model.background().begin(),
                                soFar -> {
                                    // However many voices are ready, the window is told once
                                    // between two
                                    // looks.
                                    if (newest.getAndSet(soFar) == null) {
                                        Platform.runLater(() ->
                                                arrivedSoFar(
                                                        newest.getAndSet(null),
                                                        mine,
                                                        first,
                                                        glanced));
                                    }
                                }),
                        next -> arrived(next, mine),
                        () -> stopped.set(stale.get()));
    }

    /// Tracks that were not there before are shown as they come. Of a change, what is in sight is
    /// shown and heard as soon as all of it is ready, and the rest at the end.
    private void arrivedSoFar(
            @Nullable Derived soFar, int from, List<String> first, AtomicBoolean glanced) {
        if (soFar == null || from != era || !stale.get()) {
            return;
        }
        Derived before = derived.get();
        boolean more = soFar.voices().keySet().stream().anyMatch(id -> before.voice(id).isEmpty());
        boolean inSight = !first.isEmpty() && soFar.voices().keySet().containsAll(first);
        if (more || inSight && !glanced.getAndSet(true)) {
            show(soFar.over(before));
        }
    }

    /// @param from the era in which it was asked for; what belongs to a session that is not open
    ///   any more is dropped
    private void arrived(Derived next, int from) {
        if (from != era) {
            return;
        }
        Map<String, AudioReference> read = next.recordings();
        if (!model.session().knowing(read).equals(model.session())) {
            model.history().set(model.history().get().amended(s -> s.knowing(read)));
            model.documents().know(read);
        }
        Derived known = next.of(next.session().knowing(read));
        show(known);
        stale.set(!known.session().equals(model.session()));
        if (!stale.get()) {
            model.background().work().set("");
            model.background()
                    .whenDone(
                            "listening for voices that comb",
                            engine.listenForCombing(known),
                            found -> {
                                if (from == era) {
                                    combing.set(List.copyOf(found));
                                }
                            },
                            () -> combing.set(List.of()));
            model.background()
                    .whenDone(
                            "listening for places that came out worse",
                            engine.listenForArtefacts(known),
                            checked -> {
                                if (from == era && !stale.get()) {
                                    derived.set(checked);
                                }
                            },
                            () -> {});
        }
        known.problems().forEach(model::say);
        model.playback().settled();
    }

    /// Looks whether a recording was changed by somebody else, and derives anew if so.
    public void lookAtFiles() {
        Session now = model.session();
        model.background()
                .whenDone(
                        "looking at the recordings",
                        CompletableFuture.supplyAsync(() -> engine.filesHaveChanged(now)),
                        changed -> {
                            if (changed && !stale.get()) {
                                derive();
                            }
                        },
                        () -> {});
    }

    /// Gives up what is being done in the background.
    public void cancel() {
        model.background().cancel();
        stopped.set(stale.get());
    }

    private void show(Derived next) {
        boolean first = derived.get().guidePhrases().isEmpty();
        derived.set(next);
        model.playback().refresh();
        if (first && !next.guidePhrases().isEmpty()) {
            model.show(next.guidePhrases().getFirst());
        }
    }
}
