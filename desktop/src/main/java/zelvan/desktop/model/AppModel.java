package zelvan.desktop.model;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.engine.Derived;
import zelvan.engine.DerivedVoice;
import zelvan.engine.Engine;
import zelvan.engine.Progress;
import zelvan.exchange.VoiceFolder;
import zelvan.exchange.VoicePrinter;
import zelvan.measure.Combing;
import zelvan.play.Player;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Edit;
import zelvan.session.History;
import zelvan.session.Session;
import zelvan.session.SessionFile;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.units.TimeSpan;

/// The window's state. All properties change on the window's thread only.
public final class AppModel implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(AppModel.class);

    /// A doubtful place is shown with at least this much to both sides of its middle.
    private static final double SHORTEST_PLACE_SECONDS = 0.9;

    private final Engine engine;
    private final Player player;
    private final Path unsaved;
    private final ObjectProperty<History> history =
            new SimpleObjectProperty<>(History.startingWith(Session.EMPTY));
    private final ObjectProperty<Derived> derived = new SimpleObjectProperty<>(Derived.NOTHING);
    private final ObjectProperty<Selection> selection =
            new SimpleObjectProperty<>(Selection.NOTHING);
    private final ObjectProperty<Focus> focus = new SimpleObjectProperty<>(Focus.NOTHING);
    private final ObjectProperty<List<Combing>> combing = new SimpleObjectProperty<>(List.of());
    private final Repairs repairs = new Repairs(this);
    private final ObjectProperty<Viewport> viewport = new SimpleObjectProperty<>(Viewport.START);
    private final ObjectProperty<Version> version = new SimpleObjectProperty<>(Version.LOCKED);
    private final BooleanProperty stale = new SimpleBooleanProperty();
    private final BooleanProperty looping = new SimpleBooleanProperty();
    private final StringProperty work = new SimpleStringProperty("");
    private final DoubleProperty workShare = new SimpleDoubleProperty();
    private final ObservableList<String> messages = FXCollections.observableArrayList();
    private final ObjectProperty<Optional<Path>> file =
            new SimpleObjectProperty<>(Optional.empty());
    private final ObjectProperty<Session> saved = new SimpleObjectProperty<>(Session.EMPTY);
    private final BooleanProperty stopped = new SimpleBooleanProperty();
    private volatile boolean cancelled;

    /// @param engine derives; closed with the model
    /// @param player is heard; closed with the model
    /// @param unsaved folder for autosaves of sessions that were never saved
    public AppModel(Engine engine, Player player, Path unsaved) {
        this.engine = engine;
        this.player = player;
        this.unsaved = unsaved.toAbsolutePath().normalize();
        version.subscribe(ignored -> refreshProgram());
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

    /// What can be done to mend a match.
    public Repairs repairs() {
        return repairs;
    }

    public ObjectProperty<Viewport> viewport() {
        return viewport;
    }

    public ObjectProperty<Version> version() {
        return version;
    }

    /// Whether the derived values lag behind the session.
    public BooleanProperty stale() {
        return stale;
    }

    /// Whether the user gave up the work that would make the derived values new.
    public BooleanProperty stopped() {
        return stopped;
    }

    /// Whether what is selected is played over and over.
    public BooleanProperty looping() {
        return looping;
    }

    /// What is being done, empty when nothing is.
    public StringProperty work() {
        return work;
    }

    public DoubleProperty workShare() {
        return workShare;
    }

    /// What went wrong, the newest last.
    public ObservableList<String> messages() {
        return messages;
    }

    public ObjectProperty<Optional<Path>> file() {
        return file;
    }

    public Session session() {
        return history.get().current();
    }

    /// Whether there is something that is not saved.
    public boolean dirty() {
        return !session().equals(saved.get());
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
        refreshProgram();
        derive();
        autosave();
    }

    private boolean isThere(Focus.OnProtection focused) {
        return session().voice(focused.voiceId()).stream()
                .anyMatch(v -> v.protections().contains(focused.protection()));
    }

    private void derive() {
        stale.set(true);
        stopped.set(false);
        cancelled = false;
        engine.want(session(), progress(), next -> Platform.runLater(() -> arrived(next)));
    }

    private Progress progress() {
        return new Progress() {
            @Override
            public void report(String what, double share) {
                Platform.runLater(() -> {
                    work.set(share >= 1 ? "" : what);
                    workShare.set(share);
                });
            }

            @Override
            public boolean cancelled() {
                return cancelled;
            }
        };
    }

    private void arrived(Derived next) {
        boolean first = derived.get().guidePhrases().isEmpty();
        derived.set(next);
        stale.set(!next.session().equals(session()));
        if (!stale.get()) {
            work.set("");
            engine.listenForCombing(
                    next, found -> Platform.runLater(() -> combing.set(List.copyOf(found))));
        }
        for (ZelvanProblem problem : next.problems()) {
            say(problem.getMessage());
        }
        player.endSeconds(next.seconds());
        refreshProgram();
        if (first && !next.guidePhrases().isEmpty()) {
            show(next.guidePhrases().getFirst());
        }
    }

    /// Gives up what is being done in the background.
    public void cancel() {
        cancelled = true;
        stopped.set(stale.get());
    }

    // Files.

    /// Opens a session file, or adds folders and sound files to the session.
    public void open(List<Path> named) {
        try {
            if (named.size() == 1 && named.getFirst().toString().endsWith(SessionFile.EXTENSION)) {
                openSession(named.getFirst());
            } else if (!named.isEmpty()) {
                Edit.AddVoices adding =
                        VoiceFolder.adding(session(), VoiceFolder.soundFiles(named));
                boolean fresh = session().voices().isEmpty();
                apply(adding);
                if (fresh) {
                    rename(folderName(named.getFirst()));
                }
            }
        } catch (ZelvanProblem e) {
            say(e.getMessage());
        }
    }

    private static String folderName(Path named) {
        Path full = named.toAbsolutePath().normalize();
        Path folder = Files.isDirectory(full) ? full : full.getParent();
        return folder == null || folder.getFileName() == null
                ? "Untitled"
                : folder.getFileName().toString();
    }

    /// A new session is called as the folder of its voices.
    private void rename(String name) {
        history.set(History.startingWith(session().withName(name)));
        derive();
    }

    private void openSession(Path path) throws ZelvanProblem {
        Optional<Path> autosave = SessionFile.newerAutosave(path);
        Session read = SessionFile.read(autosave.orElse(path));
        history.set(History.startingWith(read));
        boolean neverSaved = unsaved.equals(path.toAbsolutePath().normalize().getParent());
        file.set(neverSaved ? Optional.empty() : Optional.of(path));
        saved.set(autosave.isPresent() ? Session.EMPTY : read);
        autosave.ifPresent(a ->
                say(
                        path.getFileName()
                                + ": opened as it was when the program ended last. Save it to keep that."));
        selection.set(Selection.NOTHING);
        refreshProgram();
        derive();
    }

    public void save(Path path) {
        try {
            SessionFile.write(path, session());
            if (file.get().isEmpty()) {
                SessionFile.forgetAutosave(unsavedHome());
            }
            file.set(Optional.of(path));
            saved.set(session());
        } catch (ZelvanProblem e) {
            say(e.getMessage());
        }
    }

    private void autosave() {
        if (session().voices().isEmpty()) {
            return;
        }
        try {
            SessionFile.autosave(file.get().orElse(unsavedHome()), session());
        } catch (ZelvanProblem e) {
            LOG.warn("The autosave failed", e);
            say(e.getMessage());
        }
    }

    private Path unsavedHome() {
        return unsaved.resolve(session().name() + SessionFile.EXTENSION);
    }

    /// Sessions that were never saved when the program ended; [#open] goes on with them.
    public List<Path> unsavedSessions() {
        return SessionFile.autosavedIn(unsaved);
    }

    /// Prints all voices that follow the guide, in the background.
    public void print(Path folder) {
        Derived now = derived.get();
        if (stale.get()) {
            say(
                    "Printing: the newest settings are still being worked out. Print again in a moment.");
            return;
        }
        List<VoicePrinter.Job> jobs = new ArrayList<>();
        for (Voice voice : now.session().followers()) {
            Optional<DerivedVoice> made = now.voice(voice.id()).filter(v -> v.file().isPresent());
            made.ifPresent(m ->
                    jobs.add(
                            new VoicePrinter.Job(
                                    Path.of(voice.audio().path()),
                                    m.file().orElseThrow().format(),
                                    m.locked().orElseThrow(),
                                    m.timing().map().isIdentity())));
        }
        work.set("Printing " + jobs.size() + " voices");
        cancelled = false;
        Thread.ofVirtual().name("zelvan-print").start(() -> printNow(jobs, folder));
    }

    private void printNow(List<VoicePrinter.Job> jobs, Path folder) {
        String message;
        try {
            List<Path> printed = VoicePrinter.print(jobs, folder, () -> cancelled);
            message = "Printed " + printed.size() + " voices to " + folder;
        } catch (ZelvanProblem e) {
            message = e.getMessage();
        } catch (CancellationException e) {
            message = "Printing was cancelled";
        }
        String said = message;
        Platform.runLater(() -> {
            work.set("");
            say(said);
        });
    }

    public void say(String message) {
        if (!messages.contains(message)) {
            messages.add(message);
        }
    }

    // Listening.

    private void refreshProgram() {
        player.program(program());
    }

    /// What is heard now.
    public Program program() {
        return Listening.program(session(), derived.get(), version.get(), player.sampleRateHertz());
    }

    public Player player() {
        return player;
    }

    public void playOrStop() {
        if (player.playing()) {
            player.stop();
        } else {
            player.play();
        }
    }

    public void seek(double seconds) {
        player.seek(seconds);
    }

    public void setLooping(boolean on) {
        looping.set(on);
        player.loop(on ? Optional.of(loopSpan()) : Optional.empty());
    }

    private TimeSpan loopSpan() {
        return selection
                .get()
                .phrase()
                .map(p -> sounding(p).widenedBy(0.3))
                .map(p -> new TimeSpan(Math.max(0, p.startSeconds()), p.endSeconds()))
                .orElse(new TimeSpan(viewport.get().startSeconds(), viewport.get().endSeconds()));
    }

    // Looking.

    public void select(Selection next) {
        selection.set(next);
        if (looping.get()) {
            setLooping(true);
        }
    }

    /// A stretch of the guide where it sounds.
    private TimeSpan sounding(TimeSpan guideSpan) {
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

    /// Selects the voice of a doubtful place, shows the place, and loops its phrase.
    public void visit(Doubts.Place place) {
        visit(place.voice().id(), place.phrase());
        TimeSpan span = place.doubt().span();
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
        setLooping(true);
        if (!player.playing()) {
            seek(Math.max(0, sounding(phrase).startSeconds() - 0.3));
        }
    }

    @Override
    public void close() {
        player.close();
        engine.close();
    }
}
