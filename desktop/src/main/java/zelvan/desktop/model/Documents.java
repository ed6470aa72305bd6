package zelvan.desktop.model;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.engine.Derived;
import zelvan.engine.DerivedVoice;
import zelvan.exchange.VoiceFolder;
import zelvan.exchange.VoicePrinter;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Edit;
import zelvan.session.Session;
import zelvan.session.SessionFile;
import zelvan.session.Voice;

/// What comes from files and goes to files: sessions with their autosaves, voices, prints.
public final class Documents {
    private static final Logger LOG = LoggerFactory.getLogger(Documents.class);

    private final AppModel model;
    private final Path unsaved;
    private final ObjectProperty<Optional<Path>> file =
            new SimpleObjectProperty<>(Optional.empty());
    private Session saved = Session.EMPTY;

    /// @param unsaved folder for autosaves of sessions that were never saved
    Documents(AppModel model, Path unsaved) {
        this.model = model;
        this.unsaved = unsaved.toAbsolutePath().normalize();
    }

    /// Where the session was opened from or saved to.
    public ObjectProperty<Optional<Path>> file() {
        return file;
    }

    /// Whether there is something that is not saved.
    public boolean dirty() {
        return !model.session().equals(saved);
    }

    /// Opens a session file, or adds folders and sound files to the session.
    public void open(List<Path> named) {
        try {
            if (named.size() == 1 && named.getFirst().toString().endsWith(SessionFile.EXTENSION)) {
                openSession(named.getFirst());
            } else if (!named.isEmpty()) {
                Edit.AddVoices adding =
                        VoiceFolder.adding(model.session(), VoiceFolder.soundFiles(named));
                boolean fresh = model.session().voices().isEmpty();
                model.apply(adding);
                if (fresh) {
                    rename(folderName(named.getFirst()));
                }
            }
        } catch (ZelvanProblem e) {
            model.say(e.getMessage());
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
        model.restart(model.session().withName(name));
    }

    private void openSession(Path path) throws ZelvanProblem {
        Optional<Path> autosave = SessionFile.newerAutosave(path);
        Session read = SessionFile.read(autosave.orElse(path));
        boolean neverSaved = unsaved.equals(path.toAbsolutePath().normalize().getParent());
        file.set(neverSaved ? Optional.empty() : Optional.of(path));
        saved = autosave.isPresent() ? Session.EMPTY : read;
        autosave.ifPresent(a ->
                model.say(
                        path.getFileName()
                                + ": opened as it was when the program ended last. Save it to keep that."));
        model.select(Selection.NOTHING);
        model.restart(read);
    }

    /// Saves the session, and drops its autosave.
    public void save(Path path) {
        try {
            SessionFile.write(path, model.session());
            if (file.get().isEmpty()) {
                SessionFile.forgetAutosave(unsavedHome());
            }
            file.set(Optional.of(path));
            saved = model.session();
        } catch (ZelvanProblem e) {
            model.say(e.getMessage());
        }
    }

    /// Keeps the session in case the program ends unexpectedly.
    void autosave() {
        if (model.session().voices().isEmpty()) {
            return;
        }
        try {
            SessionFile.autosave(file.get().orElse(unsavedHome()), model.session());
        } catch (ZelvanProblem e) {
            LOG.warn("The autosave failed", e);
            model.say(e.getMessage());
        }
    }

    private Path unsavedHome() {
        return unsaved.resolve(model.session().name() + SessionFile.EXTENSION);
    }

    /// Sessions that were never saved when the program ended; [#open] goes on with them.
    public List<Path> unsavedSessions() {
        return SessionFile.autosavedIn(unsaved);
    }

    /// Prints all voices that follow the guide, and the guide if it is corrected, in the
    /// background.
    public void print(Path folder) {
        Derived now = model.derived().get();
        if (model.stale().get()) {
            model.say(
                    "Printing: the newest settings are still being worked out. Print again in a moment.");
            return;
        }
        List<VoicePrinter.Job> jobs = new ArrayList<>();
        for (Voice voice : now.printable()) {
            Optional<DerivedVoice> made = now.voice(voice.id()).filter(v -> v.file().isPresent());
            made.ifPresent(m ->
                    jobs.add(
                            new VoicePrinter.Job(
                                    Path.of(voice.audio().path()),
                                    m.file().orElseThrow().format(),
                                    m.locked().orElseThrow(),
                                    m.timing().map().isIdentity())));
        }
        model.background().work().set("Printing " + jobs.size() + " voices");
        model.background().begin();
        Thread.ofVirtual().name("zelvan-print").start(() -> printNow(jobs, folder));
    }

    private void printNow(List<VoicePrinter.Job> jobs, Path folder) {
        String message;
        try {
            List<Path> printed = VoicePrinter.print(jobs, folder, model.background()::isCancelled);
            message = "Printed " + printed.size() + " voices to " + folder;
        } catch (ZelvanProblem e) {
            message = e.getMessage();
        } catch (CancellationException e) {
            message = "Printing was cancelled";
        }
        String said = message;
        Platform.runLater(() -> {
            model.background().work().set("");
            model.say(said);
        });
    }
}
