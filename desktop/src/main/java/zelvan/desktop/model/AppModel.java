package zelvan.desktop.model;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.jspecify.annotations.Nullable;
import zelvan.engine.Derived;
import zelvan.engine.Engine;
import zelvan.engine.RecordingChanged;
import zelvan.files.Ledger;
import zelvan.measure.Combing;
import zelvan.play.Player;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Edit;
import zelvan.session.History;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.units.TimeSpan;

/// The window's state. All properties change on the window's thread only.
public final class AppModel implements AutoCloseable {
    /// A doubtful place is shown with at least this much to both sides of its middle.
    private static final double SHORTEST_PLACE_SECONDS = 0.9;

    private static final long GLANCE_NANOS = 30_000_000;

    /// Where in the close-up a moment stands that it follows.
    private static final double FOLLOWED_SHARE = 0.1;

    private final Engine engine;
    private final Playback playback;
    private final Documents documents;
    private final Prints prints;
    private final ObjectProperty<History> history =
            new SimpleObjectProperty<>(History.startingWith(Session.EMPTY));
    private final ObjectProperty<Derived> derived = new SimpleObjectProperty<>(Derived.NOTHING);
    private final ObjectProperty<Selection> selection =
            new SimpleObjectProperty<>(Selection.NOTHING);
    private final ObjectProperty<Focus> focus = new SimpleObjectProperty<>(Focus.NOTHING);
    private final ObjectProperty<List<Combing>> combing = new SimpleObjectProperty<>(List.of());
    private final Tracks tracks = new Tracks(this);
    private final Repairs repairs = new Repairs(this);
    private final Tunings tunings = new Tunings(this);
    private final NoteWork notes = new NoteWork(this);
    private final ChordWork chords = new ChordWork(this);
    private final ObjectProperty<Lens> lens = new SimpleObjectProperty<>(Lens.TIME);
    private final Protections protections = new Protections(this);
    private final ObjectProperty<Viewport> viewport = new SimpleObjectProperty<>(Viewport.START);
    private final BooleanProperty stale = new SimpleBooleanProperty();
    private final Background background = new Background(this::say);
    private final ObservableList<Message> messages = FXCollections.observableArrayList();
    private int era;
    private final BooleanProperty stopped = new SimpleBooleanProperty();

    /// @param engine derives; closed with the model
    /// @param player is heard; closed with the model
    /// @param unsaved folder for autosaves of sessions that were never saved
    /// @param ledger of what was written for the user
    public AppModel(Engine engine, Player player, Path unsaved, Ledger ledger) {
        this.engine = engine;
        documents = new Documents(this, unsaved, ledger);
        prints = new Prints(this, engine);
        playback = new Playback(this, engine, player);
    }

    public ObjectProperty<History> history() {
        return history;
    }

    /// The newest derived values; they may lag behind the session, and then [#stale] says so.
    public ObjectProperty<Derived> derived() {
        return derived;
    }

    public ObjectProperty<Selection> selection() {
        return selection;
    }

    /// What keys act on in the close-up.
    public ObjectProperty<Focus> focus() {
        return focus;
    }

    /// Where voices have become so alike that they comb; found in the background.
    public ObjectProperty<List<Combing>> combing() {
        return combing;
    }

    /// What can be said of the tracks.
    public Tracks tracks() {
        return tracks;
    }

    /// What can be done to mend a match.
    public Repairs repairs() {
        return repairs;
    }

    /// What can be done to keep a stretch as it was sung.
    public Protections protections() {
        return protections;
    }

    /// What can be done by hand about pitch.
    public Tunings tunings() {
        return tunings;
    }

    /// What can be done to single notes.
    public NoteWork notes() {
        return notes;
    }

    /// What can be done to the song's chords.
    public ChordWork chords() {
        return chords;
    }

    /// What the close-up shows of the viewport.
    public ObjectProperty<Lens> lens() {
        return lens;
    }

    public ObjectProperty<Viewport> viewport() {
        return viewport;
    }

    /// What is heard, and how.
    public Playback playback() {
        return playback;
    }

    /// Whether the derived values lag behind the session.
    public BooleanProperty stale() {
        return stale;
    }

    /// Whether the user gave up the work that would make the derived values new.
    public BooleanProperty stopped() {
        return stopped;
    }

    /// What is being done beside the window.
    public Background background() {
        return background;
    }

    /// What went wrong, the newest last.
    public ObservableList<Message> messages() {
        return messages;
    }

    /// What comes from files and goes to files.
    public Documents documents() {
        return documents;
    }

    /// What is written for others.
    public Prints prints() {
        return prints;
    }

    public Session session() {
        return history.get().current();
    }

    // Changing what is wanted.

    public void apply(Edit edit) {
        move(history.get().apply(edit));
    }

    public void undo() {
        move(history.get().undo());
    }

    public void redo() {
        move(history.get().redo());
    }

    /// To a step of the history.
    public void goTo(int step) {
        move(history.get().goTo(step));
    }

    private void move(History next) {
        Session before = session();
        history.set(next);
        if (next.current().equals(before)) {
            return;
        }
        selection.set(
                selection
                        .get()
                        .keeping(
                                session().voices().stream()
                                        .map(Voice::id)
                                        .collect(Collectors.toSet())));
        if (focus.get() instanceof Focus.OnProtection p && !isThere(p)) {
            focus.set(Focus.NOTHING);
        }
        playback.refresh();
        derive();
        documents.autosave();
    }

    private boolean isThere(Focus.OnProtection focused) {
        return session().voice(focused.voiceId()).stream()
                .anyMatch(v -> v.protections().contains(focused.protection()));
    }

    /// Begins anew with a session. What was derived of the one before says nothing of it.
    void restart(Session session) {
        era++;
        derived.set(Derived.NOTHING);
        combing.set(List.of());
        focus.set(Focus.NOTHING);
        history.set(History.startingWith(session));
        playback.refresh();
        derive();
    }

    private void derive() {
        stale.set(true);
        stopped.set(false);
        int mine = era;
        long asked = System.nanoTime();
        AtomicReference<@Nullable Derived> newest = new AtomicReference<>();
        AtomicBoolean glanced = new AtomicBoolean();
        background.whenDone(
                "working out the newest settings",
                engine.want(
                        session(),
                        background.begin(),
                        soFar -> {
                            // However many voices are ready, the window is told once between two
                            // looks.
                            if (newest.getAndSet(soFar) == null) {
                                Platform.runLater(() ->
                                        arrivedSoFar(newest.getAndSet(null), mine, asked, glanced));
                            }
                        }),
                next -> arrived(next, mine),
                () -> stopped.set(stale.get()));
    }

    /// Tracks that were not there before are shown as they come. Of a change, what is ready is
    /// shown once, as soon as somebody would begin to wait, and then all of it.
    private void arrivedSoFar(
            @Nullable Derived soFar, int from, long askedNanos, AtomicBoolean glanced) {
        if (soFar == null || from != era || !stale.get()) {
            return;
        }
        Derived before = derived.get();
        boolean more = soFar.voices().keySet().stream().anyMatch(id -> before.voice(id).isEmpty());
        if (more) {
            show(soFar.over(before));
        } else if (System.nanoTime() - askedNanos > GLANCE_NANOS && !glanced.getAndSet(true)) {
            derived.set(soFar.over(before));
        }
    }

    /// @param from the era in which it was asked for; what belongs to a session that is not open
    ///   any more is dropped
    private void arrived(Derived next, int from) {
        if (from != era) {
            return;
        }
        Map<String, AudioReference> read = next.recordings();
        if (!session().knowing(read).equals(session())) {
            history.set(history.get().amended(s -> s.knowing(read)));
            documents.know(read);
        }
        Derived known = next.of(next.session().knowing(read));
        show(known);
        stale.set(!known.session().equals(session()));
        if (!stale.get()) {
            background.work().set("");
            background.whenDone(
                    "listening for voices that comb",
                    engine.listenForCombing(known),
                    found -> combing.set(List.copyOf(found)),
                    () -> combing.set(List.of()));
        }
        known.problems().forEach(this::say);
        playback.settled();
    }

    private void show(Derived next) {
        boolean first = derived.get().guidePhrases().isEmpty();
        derived.set(next);
        playback.refresh();
        if (first && !next.guidePhrases().isEmpty()) {
            show(next.guidePhrases().getFirst());
        }
    }

    /// Looks whether a recording was changed by somebody else, and derives anew if so.
    public void lookAtFiles() {
        Session now = session();
        background.whenDone(
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
        background.cancel();
        stopped.set(stale.get());
    }

    /// Tells the user something; what stands there already counts how often it happened.
    public void say(String text, Message.Offer... offers) {
        for (int i = 0; i < messages.size(); i++) {
            if (messages.get(i).text().equals(text)) {
                messages.add(messages.remove(i).again(List.of(offers)));
                return;
            }
        }
        messages.add(new Message(text, 1, List.of(offers)));
    }

    /// Tells what is wrong with a track, once as long as it stands there.
    private void say(ZelvanProblem problem) {
        String text = String.valueOf(problem.getMessage());
        if (messages.stream().anyMatch(m -> m.text().equals(text))) {
            return;
        }
        if (problem instanceof RecordingChanged changed) {
            say(text, new Message.Offer("Take it as it is now", () -> use(changed.now())));
        } else {
            say(text);
        }
    }

    private void use(AudioReference now) {
        session().voices().stream()
                .filter(v -> v.audio().path().equals(now.path()))
                .toList()
                .forEach(v -> apply(new Edit.UseRecording(v.id(), v.name(), now)));
    }

    // Looking.

    public void select(Selection next) {
        selection.set(next);
        if (playback.looping().get()) {
            playback.setLooping(true);
        }
    }

    /// A stretch of the guide where it sounds.
    TimeSpan sounding(TimeSpan guideSpan) {
        TimeMap guide = derived.get().guideMap();
        return new TimeSpan(
                guide.outputSecondsAt(guideSpan.startSeconds()),
                guide.outputSecondsAt(guideSpan.endSeconds()));
    }

    /// Shows a phrase in the close-up.
    public void show(TimeSpan phrase) {
        TimeSpan wide = sounding(phrase).widenedBy(Math.max(0.25, 0.08 * phrase.seconds()));
        viewport.set(new Viewport(Math.max(0, wide.startSeconds()), wide.endSeconds()));
    }

    /// Puts the playhead somewhere, and shows what is there in the close-up.
    public void seekAndShow(double seconds) {
        playback.seek(seconds);
        follow(seconds);
    }

    /// Moves the close-up, if it does not show a moment of the song.
    public void follow(double seconds) {
        Viewport now = viewport.get();
        if (seconds < now.startSeconds() || seconds > now.endSeconds()) {
            double song = derived.get().seconds();
            double from = seconds - FOLLOWED_SHARE * now.seconds();
            viewport.set(now.moved(from - now.startSeconds(), song));
        }
    }

    /// Selects the voice of a doubtful place, shows the place, and loops its phrase.
    public void visit(Doubts.Place place) {
        visit(place.voice().id(), place.phrase());
        TimeSpan span = place.doubt().span();
        Doubts.octave(derived.get(), place)
                .ifPresent(octave -> {
                    lens.set(Lens.PITCH);
                    focus.set(new Focus.OnRange(place.voice().id(), octave));
                });
        double middle = sounding(span).middleSeconds();
        double half = Math.max(SHORTEST_PLACE_SECONDS, span.seconds());
        viewport.set(
                new Viewport(Math.max(0, middle - half), Math.max(0, middle - half) + 2 * half));
    }

    /// Selects a phrase of a voice, shows it, and loops it.
    public void visit(String voiceId, TimeSpan phrase) {
        focus.set(Focus.NOTHING);
        selection.set(Selection.ofCell(voiceId, phrase));
        show(phrase);
        playback.setLooping(true);
        if (!playback.player().playing()) {
            playback.seek(Math.max(0, sounding(phrase).startSeconds() - 0.3));
        }
    }

    @Override
    public void close() {
        documents.close();
        playback.close();
        engine.close();
    }
}
