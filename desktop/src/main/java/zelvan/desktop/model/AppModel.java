package zelvan.desktop.model;

import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import zelvan.derived.Derived;
import zelvan.derived.RecordingChanged;
import zelvan.engine.Engine;
import zelvan.files.Ledger;
import zelvan.measure.Combing;
import zelvan.play.Player;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Edit;
import zelvan.session.Gesture;
import zelvan.session.History;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.units.TimeSpan;

/// The window's state. All properties change on the window's thread only.
public final class AppModel implements AutoCloseable {
    /// A doubtful place is shown with at least this much to both sides of its middle.
    private static final double SHORTEST_PLACE_SECONDS = 0.9;

    /// Where in the close-up a moment stands that it follows.
    private static final double FOLLOWED_SHARE = 0.1;

    private final Engine engine;
    private final Deriving deriving;
    private final Playback playback;
    private final Documents documents;
    private final Prints prints;
    private final ObjectProperty<History> history =
            new SimpleObjectProperty<>(History.startingWith(Session.EMPTY));
    private final ObjectProperty<Selection> selection =
            new SimpleObjectProperty<>(Selection.NOTHING);
    private final ObjectProperty<Focus> focus = new SimpleObjectProperty<>(Focus.NOTHING);
    private final Tracks tracks = new Tracks(this);
    private final Repairs repairs = new Repairs(this);
    private final Tunings tunings = new Tunings(this);
    private final NoteWork notes = new NoteWork(this);
    private final ChordWork chords = new ChordWork(this);
    private final ObjectProperty<Lens> lens = new SimpleObjectProperty<>(Lens.TIME);
    private final Protections protections = new Protections(this);
    private final ObjectProperty<Viewport> viewport = new SimpleObjectProperty<>(Viewport.START);
    private List<String> inSight = List.of();
    private final Background background = new Background(this::say);
    private final ObservableList<Message> messages = FXCollections.observableArrayList();

    /// @param engine derives; closed with the model
    /// @param player is heard; closed with the model
    /// @param unsaved folder for autosaves of sessions that were never saved
    /// @param ledger of what was written for the user
    public AppModel(Engine engine, Player player, Path unsaved, Ledger ledger) {
        this.engine = engine;
        deriving = new Deriving(this, engine);
        documents = new Documents(this, unsaved, ledger);
        prints = new Prints(this, engine);
        playback = new Playback(this, engine, player);
    }

    public ObjectProperty<History> history() {
        return history;
    }

    /// The newest derived values; they may lag behind the session, and then [Deriving#stale] says
    /// so.
    public ObjectProperty<Derived> derived() {
        return deriving.derived();
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
        return deriving.combing();
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

    /// How what is derived comes to be that of the session.
    public Deriving deriving() {
        return deriving;
    }

    /// What is heard, and how.
    public Playback playback() {
        return playback;
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

    /// As one step.
    public void apply(Edit edit) {
        apply(edit, Gesture.begin());
    }

    /// As a part of what the user does in one go.
    public void apply(Edit edit, Gesture gesture) {
        move(history.get().apply(edit, gesture));
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
        deriving.derive();
        documents.autosave();
    }

    private boolean isThere(Focus.OnProtection focused) {
        return session().voice(focused.voiceId()).stream()
                .anyMatch(v -> session().handOf(v).protections().contains(focused.protection()));
    }

    /// Says which voices are in sight, from top to bottom: they are worked out first.
    public void inSight(List<String> voiceIds) {
        inSight = List.copyOf(voiceIds);
    }

    /// The voices that matter most, those that are selected first.
    List<String> attention() {
        Set<String> first = new LinkedHashSet<>(selection.get().voiceIds());
        first.addAll(inSight);
        first.removeIf(id -> session().voice(id).isEmpty());
        return List.copyOf(first);
    }

    /// Begins anew with a session. What was derived of the one before says nothing of it.
    void restart(Session session) {
        deriving.forget();
        focus.set(Focus.NOTHING);
        history.set(History.startingWith(session));
        playback.refresh();
        deriving.derive();
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
    void say(ZelvanProblem problem) {
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
        List<Edit> edits =
                session().recordings().stream()
                        .filter(r -> r.audio().path().equals(now.path()))
                        .<Edit>map(r ->
                                new Edit.UseRecording(
                                        r.id(), String.valueOf(now.file().getFileName()), now))
                        .toList();
        if (!edits.isEmpty()) {
            apply(new Edit.Together(edits.getFirst().title(), edits));
        }
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
        TimeMap guide = derived().get().guideMap();
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
            double song = derived().get().seconds();
            double from = seconds - FOLLOWED_SHARE * now.seconds();
            viewport.set(now.moved(from - now.startSeconds(), song));
        }
    }

    /// Selects the voice of a doubtful place, shows the place, and loops its phrase.
    public void visit(Doubts.Place place) {
        visit(place.voice().id(), place.phrase());
        TimeSpan span = place.doubt().span();
        Doubts.octave(derived().get(), place)
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
