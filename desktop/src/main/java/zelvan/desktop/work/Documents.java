package zelvan.desktop.work;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import javafx.application.Platform;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.desktop.acts.Choosing;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Message;
import zelvan.exchange.MidiSong;
import zelvan.exchange.Replacement;
import zelvan.exchange.VoiceFolder;
import zelvan.files.FileNames;
import zelvan.files.Ledger;
import zelvan.files.Output;
import zelvan.files.Targets;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Autosave;
import zelvan.session.Edit;
import zelvan.session.FreeIds;
import zelvan.session.Recording;
import zelvan.session.Session;
import zelvan.session.SessionFile;
import zelvan.session.TakeEdit;
import zelvan.session.Voice;

/// What comes from files and goes to files: sessions with their autosaves, and voices.
///
/// Each session that is worked on has an [Autosave] of its own, from its first change until it is
/// saved; what an earlier run left is offered where it belongs and never written to.
public final class Documents implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Documents.class);
    private static final DateTimeFormatter WHEN =
            DateTimeFormatter.ofLocalizedDateTime(FormatStyle.MEDIUM, FormatStyle.SHORT)
                    .withZone(ZoneId.systemDefault());

    private static final int MOST_NAMED = 3;

    private final Desk desk;
    private final MidiFiles midi;
    private final Background background;
    private final Path unsaved;
    private final Ledger ledger;
    private final Autosaver autosaver;
    private Optional<Autosave> autosave = Optional.empty();
    private Optional<Autosave.Left> resumed = Optional.empty();
    private int era;

    /// @param unsaved folder for autosaves of sessions that were never saved
    /// @param ledger of what was written for the user
    Documents(Desk desk, MidiFiles midi, Background background, Path unsaved, Ledger ledger) {
        this.desk = desk;
        this.midi = midi;
        this.background = background;
        this.unsaved = unsaved.toAbsolutePath().normalize();
        this.ledger = ledger;
        autosaver =
                new Autosaver(problem -> {
                    LOG.warn("The autosave failed", problem);
                    Platform.runLater(() -> desk.say(String.valueOf(problem.getMessage())));
                });
        desk.history().subscribe((before, now) -> changed());
    }

    /// What may be written for the session that is open.
    ///
    /// @param replace whether the user has agreed that files that are there are replaced
    Targets targets(boolean replace) {
        List<Path> inputs = new ArrayList<>(desk.session().files());
        desk.file().get().ifPresent(inputs::add);
        return new Targets(inputs, ledger, replace);
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
            desk.say(e.getMessage());
        }
    }

    /// Voices, and the chords and the tempo of a MIDI file that lies with them or is given alone.
    private void bringIn(List<Path> named) throws ZelvanProblem {
        if (named.stream().allMatch(MidiSong::hasMidiName)) {
            midi.readChords(named.getFirst());
            return;
        }
        boolean fresh = desk.session().voices().isEmpty();
        Edit.AddVoices adding = VoiceFolder.adding(desk.session(), VoiceFolder.soundFiles(named));
        List<Edit> edits = new ArrayList<>();
        if (fresh) {
            edits.add(new Edit.Rename(VoiceFolder.songName(named.getFirst())));
        }
        edits.add(adding);
        if (desk.session().harmony().chords().isEmpty()) {
            VoiceFolder.midiFile(named).map(midi::chords).ifPresent(edits::addAll);
        }
        desk.apply(new Edit.Together(adding.title(), edits));
        if (fresh) {
            // What came from the folder comes from it again: only what is changed from here on is
            // kept.
            desk.regardAsSaved();
            autosave();
            offer(leftWith(adding));
        }
    }

    /// Gives a voice files to choose from, and shows its takes.
    public void addTakes(String voiceId, List<Path> named) {
        try {
            FreeIds free = new FreeIds(desk.session());
            List<Recording> recordings =
                    VoiceFolder.soundFiles(named).stream()
                            .map(f -> VoiceFolder.recording(f, free))
                            .toList();
            desk.act(now -> new Choosing(now).add(voiceId, recordings));
            if (!desk.sight().opened().get().contains(voiceId)) {
                desk.sight().openOrClose(voiceId);
            }
        } catch (ZelvanProblem e) {
            desk.say(e.getMessage());
        }
    }

    /// Gives a voice a file to choose from that came by itself: no step of the user's, and nothing
    /// that he does is disturbed by it.
    ///
    /// @return whether the voice has it now; not if it is only seen
    boolean addArrived(Voice voice, Path file) {
        UUID name = UUID.nameUUIDFromBytes(file.toString().getBytes(StandardCharsets.UTF_8));
        Recording recording = Recording.of("take-" + name, AudioReference.to(file));
        return desk.arrive(new TakeEdit.Add(voice.id(), voice.name(), List.of(recording)));
    }

    /// Puts another recording in the place of a track's; what is set, and what still holds of what
    /// was said by hand, stays.
    public void replace(String voiceId, Path file) {
        Session now = desk.session();
        int from = desk.era();
        now.voice(voiceId)
                .ifPresent(voice ->
                        background.whenDone(
                                "reading another recording",
                                CompletableFuture.supplyAsync(() -> listened(now, voice, file)),
                                heard -> {
                                    if (from == desk.era()) {
                                        heard.ifPresent(r -> replace(voice, file, r));
                                    }
                                },
                                () -> {}));
    }

    /// Empty if the new one cannot be read; then that is said.
    private Optional<Replacement> listened(Session session, Voice voice, Path file) {
        try {
            return Optional.of(Replacement.of(session, voice, file));
        } catch (ZelvanProblem e) {
            Platform.runLater(() -> desk.say(e.getMessage()));
            return Optional.empty();
        }
    }

    /// What was said by hand meanwhile is compared as well, before anything is replaced.
    private void replace(Voice voice, Path file, Replacement replacement) {
        if (!replacement.isOf(desk.session())) {
            replace(voice.id(), file);
            return;
        }
        desk.apply(replacement.edit(desk.session()));
        if (replacement.letGo() > 0) {
            desk.say(
                    voice.name()
                            + " is "
                            + file.getFileName()
                            + " now. It is sung otherwise at "
                            + replacement.letGo()
                            + (replacement.letGo() == 1 ? " place" : " places")
                            + " where something was said by hand; that is let go, and undo brings"
                            + " it back.");
        }
    }

    /// What earlier runs left unsaved that has a recording in common with what comes in.
    private List<Autosave.Left> leftWith(Edit.AddVoices adding) {
        Set<String> files = new HashSet<>();
        adding.recordings().forEach(r -> files.add(r.audio().path()));
        return unsavedSessions().stream()
                .filter(left ->
                        read(left).stream()
                                .flatMap(session -> session.recordings().stream())
                                .anyMatch(r -> files.contains(r.audio().path())))
                .toList();
    }

    private void openSession(Path path) throws ZelvanProblem {
        List<Autosave.Left> left = Autosave.leftOf(path);
        Session read;
        try {
            SessionFile.Opened opened = SessionFile.open(path);
            read = opened.session();
            sayLeftOut(path, opened.leftOut());
        } catch (ZelvanProblem e) {
            Optional<Autosave.Left> good =
                    left.stream()
                            .filter(l -> read(l).filter(s -> !s.voices().isEmpty()).isPresent())
                            .findFirst();
            if (good.isEmpty()) {
                throw e;
            }
            desk.say(
                    e.getMessage()
                            + " What was kept of it on "
                            + WHEN.format(good.get().when())
                            + " is opened instead; save it to put it in its place.");
            goOn(good.get());
            return;
        }
        begin(read, Optional.of(path), read);
        offer(left.stream().filter(l -> read(l).filter(s -> !s.equals(read)).isPresent()).toList());
    }

    private void sayLeftOut(Path path, List<String> leftOut) {
        if (!leftOut.isEmpty()) {
            int more = leftOut.size() - MOST_NAMED;
            desk.say(
                    path.getFileName()
                            + ": what is wrong in it is left out ("
                            + leftOut.stream().limit(MOST_NAMED).collect(Collectors.joining("; "))
                            + (more > 0 ? "; and " + more + " more" : "")
                            + "). Everything else is there; the file is as it was until you save.");
        }
    }

    /// What an earlier run left; nothing if it cannot be read.
    private static Optional<Session> read(Autosave.Left left) {
        try {
            return Optional.of(left.read());
        } catch (ZelvanProblem e) {
            LOG.warn("An autosave is passed over", e);
            return Optional.empty();
        }
    }

    private void begin(Session session, Optional<Path> from, Session asSaved) {
        leave();
        desk.open(session, from, asSaved);
    }

    /// Leaves the session that is open; what was not saved of it is on disk and can be had back.
    private void leave() {
        boolean changed = desk.dirty() && !desk.session().voices().isEmpty();
        autosaver.flush();
        if (changed && autosave.isPresent()) {
            Autosave kept = autosave.get();
            Path home = home();
            desk.say(
                    "“"
                            + desk.session().name()
                            + "” had changes that are not saved; they are kept.",
                    new Message.Offer(
                            "Go back to them",
                            () -> goOn(new Autosave.Left(kept.file(), home, Instant.now()))));
        }
        autosave = Optional.empty();
        resumed = Optional.empty();
    }

    private void offer(List<Autosave.Left> left) {
        if (!left.isEmpty()) {
            Autosave.Left newest = left.getFirst();
            desk.say(
                    "There is work on this song that was not saved, of "
                            + WHEN.format(newest.when())
                            + ".",
                    new Message.Offer("Go on with it", () -> goOn(newest)),
                    new Message.Offer("Throw it away", () -> throwAway(newest)));
        }
    }

    /// Does not offer any more what an earlier run left.
    public void throwAway(Autosave.Left left) {
        try {
            left.throwAway();
            desk.say(
                    "What was not saved of “" + nameOf(left) + "” is thrown away.",
                    new Message.Offer(
                            "Have it back",
                            () -> {
                                try {
                                    left.fetchBack();
                                    goOn(left);
                                } catch (ZelvanProblem e) {
                                    desk.say(e.getMessage());
                                }
                            }));
        } catch (ZelvanProblem e) {
            desk.say(e.getMessage());
        }
    }

    /// What an earlier run left is called as its session.
    public static String nameOf(Autosave.Left left) {
        return String.valueOf(left.home().getFileName()).replace(SessionFile.EXTENSION, "");
    }

    /// When an earlier run left it, for people.
    public static String whenOf(Autosave.Left left) {
        return WHEN.format(left.when());
    }

    /// Goes on with what an earlier run left.
    public void goOn(Autosave.Left left) {
        try {
            Session read = left.read();
            boolean neverSaved = unsaved.equals(left.home().toAbsolutePath().getParent());
            begin(read, neverSaved ? Optional.empty() : Optional.of(left.home()), Session.EMPTY);
            resumed = Optional.of(left);
        } catch (ZelvanProblem e) {
            desk.say(e.getMessage());
        }
    }

    /// Sessions that were never saved when the program ended, the newest first.
    public List<Autosave.Left> unsavedSessions() {
        return Autosave.in(unsaved);
    }

    /// Saves the session, and drops its autosave.
    ///
    /// @param path the user has agreed that what lies there is replaced
    public void save(Path path) {
        try {
            Session now = desk.session();
            boolean own = desk.file().get().map(path::equals).orElse(false);
            Targets targets = new Targets(now.files(), ledger, true);
            SessionFile.write(targets.target(new Output(path, own ? path : home())), now);
            desk.savedTo(path);
            autosave();
            autosave = Optional.empty();
            resumed.ifPresent(Autosave.Left::forget);
            resumed = Optional.empty();
        } catch (ZelvanProblem e) {
            desk.say(e.getMessage());
        }
    }

    /// What is opened is on disk already; what is changed from then on is kept.
    private void changed() {
        if (era == desk.era()) {
            autosave();
        }
        era = desk.era();
    }

    /// Keeps the session in case the program ends unexpectedly.
    private void autosave() {
        Session now = desk.session();
        boolean worth = desk.dirty() && !now.voices().isEmpty();
        if (worth && autosave.isEmpty()) {
            autosave = Optional.of(Autosave.of(home()));
        }
        autosave.ifPresent(a -> autosaver.keep(a, worth ? Optional.of(now) : Optional.empty()));
    }

    private Path home() {
        return desk.file()
                .get()
                .orElseGet(() ->
                        unsaved.resolve(
                                FileNames.of(desk.session().name()) + SessionFile.EXTENSION));
    }

    @Override
    public void close() {
        autosaver.close();
    }
}
