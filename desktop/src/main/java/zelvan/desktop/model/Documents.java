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
import zelvan.audio.SoundFormat;
import zelvan.engine.Derived;
import zelvan.engine.Progress;
import zelvan.exchange.MidiSong;
import zelvan.exchange.MixPrinter;
import zelvan.exchange.VoiceFolder;
import zelvan.exchange.VoicePrinter;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Session;
import zelvan.session.SessionFile;

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
                bringIn(named);
            }
        } catch (ZelvanProblem e) {
            model.say(e.getMessage());
        }
    }

    /// Voices, and the chords and the tempo of a MIDI file that lies with them or is given alone.
    private void bringIn(List<Path> named) throws ZelvanProblem {
        if (named.stream().allMatch(MidiSong::hasMidiName)) {
            model.chords().readMidi(named.getFirst());
            return;
        }
        boolean fresh = model.session().voices().isEmpty();
        model.apply(VoiceFolder.adding(model.session(), VoiceFolder.soundFiles(named)));
        if (model.session().harmony().chords().isEmpty()) {
            VoiceFolder.midiFile(named).ifPresent(model.chords()::readMidi);
        }
        if (fresh) {
            rename(folderName(named.getFirst()));
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

    /// What is printed, and as what.
    ///
    /// @param voices whether each voice is printed by itself
    /// @param mix whether what is heard is printed as one file
    /// @param format of the files; empty for as recorded
    public record PrintWish(boolean voices, boolean mix, Optional<SoundFormat> format) {
        /// Every voice as it was recorded.
        public static final PrintWish VOICES = new PrintWish(true, false, Optional.empty());
    }

    /// Prints in the background.
    public void print(Path folder, PrintWish wish) {
        if (model.stale().get()) {
            model.say(
                    "Printing: the newest settings are still being worked out. Print again in a moment.");
            return;
        }
        Derived now = model.derived().get();
        Background background = model.background();
        background.work().set("Printing");
        background.begin();
        Progress progress = background.progress();
        Thread.ofVirtual()
                .name("zelvan-print")
                .start(() -> printed(background, () -> printNow(now, folder, wish, progress)));
    }

    private static String printNow(Derived derived, Path folder, PrintWish wish, Progress progress)
            throws ZelvanProblem {
        List<String> done = new ArrayList<>();
        if (wish.voices) {
            int count =
                    VoicePrinter.print(VoicePrinter.jobs(derived), folder, wish.format, progress)
                            .size();
            done.add(count + " voices");
        }
        if (wish.mix) {
            done.add(
                    "the mix"
                            + MixPrinter.print(derived, folder, wish.format, progress).levelText());
        }
        return "Printed " + String.join(" and ", done) + " to " + folder;
    }

    private interface Printing {
        String run() throws ZelvanProblem;
    }

    private void printed(Background background, Printing printing) {
        String message;
        try {
            message = printing.run();
        } catch (ZelvanProblem e) {
            message = String.valueOf(e.getMessage());
        } catch (CancellationException e) {
            message = "Printing was cancelled; what is printed already is complete";
        }
        String said = message;
        Platform.runLater(() -> {
            background.work().set("");
            model.say(said);
        });
    }
}
