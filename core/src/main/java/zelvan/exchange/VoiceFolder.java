package zelvan.exchange;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import zelvan.audio.SoundFiles;
import zelvan.session.AudioReference;
import zelvan.session.Edit;
import zelvan.session.FreeIds;
import zelvan.session.Layer;
import zelvan.session.Recording;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;

/// Brings files in: finds the voices in what was dropped or named, takes each of them for what its
/// name says, and puts it into a stack of its kind. What the name does not say plainly is a guess,
/// which [zelvan.engine.RoleFinder] corrects by the sound.
public final class VoiceFolder {
    /// Folders in folders in the one that was named.
    private static final int DEEPEST = 3;

    private VoiceFolder() {}

    /// The sound files in what was named: files as they are, folders by their files and those of
    /// the folders in them, in order of name.
    ///
    /// @throws ExchangeProblem if a folder cannot be read or there is no sound file at all
    public static List<Path> soundFiles(List<Path> named) throws ExchangeProblem {
        List<Path> files = new ArrayList<>();
        for (Path path : named) {
            if (Files.isDirectory(path)) {
                files.addAll(inside(path, SoundFiles::hasAudioName));
            } else if (!MidiSong.hasMidiName(path)) {
                files.add(path);
            }
        }
        if (files.isEmpty()) {
            throw new ExchangeProblem(
                    named.isEmpty() ? Path.of("nothing") : named.getFirst(),
                    "there is no sound file in it",
                    "Choose a folder with WAV, AIFF or FLAC files");
        }
        return files;
    }

    private static List<Path> inside(Path folder, Predicate<Path> wanted) throws ExchangeProblem {
        try (Stream<Path> inside = Files.walk(folder, DEEPEST)) {
            return inside.filter(f -> !isHidden(folder, f))
                    .filter(Files::isRegularFile)
                    .filter(wanted)
                    .sorted()
                    .toList();
        } catch (IOException | UncheckedIOException e) {
            throw new ExchangeProblem(
                    folder,
                    "the folder could not be read",
                    "Give your account the right to read it",
                    e);
        }
    }

    private static boolean isHidden(Path folder, Path file) {
        for (Path part : folder.relativize(file)) {
            if (part.toString().startsWith(".")) {
                return true;
            }
        }
        return false;
    }

    /// The MIDI file that comes with the sound: the first of what is named, or of what lies in the
    /// folders.
    ///
    /// @throws ExchangeProblem if a folder cannot be read
    public static Optional<Path> midiFile(List<Path> named) throws ExchangeProblem {
        for (Path path : named) {
            List<Path> found =
                    Files.isDirectory(path)
                            ? inside(path, MidiSong::hasMidiName)
                            : Stream.of(path).filter(MidiSong::hasMidiName).toList();
            if (!found.isEmpty()) {
                return Optional.of(found.getFirst());
            }
        }
        return Optional.empty();
    }

    /// A session of what was named: its voices, and the chords and the tempo of a MIDI file that
    /// lies with them.
    ///
    /// @throws ExchangeProblem if there is no sound file, or something cannot be read
    public static Session session(List<Path> named) throws ExchangeProblem {
        Session session =
                adding(Session.EMPTY, soundFiles(named))
                        .apply(Session.EMPTY.withName(songName(named.getFirst())));
        Optional<Path> midi = midiFile(named);
        if (midi.isPresent()) {
            String from = "from " + midi.get().getFileName();
            for (Edit edit : MidiSong.read(midi.get()).edits(session, from)) {
                session = edit.apply(session);
            }
        }
        return session;
    }

    /// What a song is called that comes from there: as its folder.
    public static String songName(Path named) {
        Path full = named.toAbsolutePath().normalize();
        Path folder = Files.isDirectory(full) ? full : full.getParent();
        return folder == null || folder.getFileName() == null
                ? Session.EMPTY.name()
                : folder.getFileName().toString();
    }

    /// An edit that adds those files to a session, after those that are there: each a track, or a
    /// take of one; see [TakeFiles].
    public static Edit.AddVoices adding(Session session, List<Path> named) {
        Map<Path, List<Path>> takes = TakeFiles.among(named);
        List<Path> files = List.copyOf(takes.keySet());
        boolean needsGuide = session.guide().isEmpty();
        int guideIndex = needsGuide ? guideAmong(files) : -1;
        Optional<Path> guide =
                needsGuide
                        ? Optional.of(files.get(guideIndex).toAbsolutePath().normalize())
                        : session.guide().map(g -> session.audioOf(g).file());
        List<Recording> recordings = new ArrayList<>();
        List<Voice> voices = new ArrayList<>();
        List<Stack> stacks = new ArrayList<>();
        FreeIds free = new FreeIds(session);
        for (int i = 0; i < files.size(); i++) {
            Path file = files.get(i).toAbsolutePath().normalize();
            List<Path> others = takes.getOrDefault(files.get(i), List.of());
            String name = others.isEmpty() ? nameOf(file) : lineOf(nameOf(file));
            TrackName told = new TrackName(name);
            Role role = i == guideIndex ? Role.GUIDE : told.role().orElse(Role.DOUBLE);
            boolean guessed = role == Role.GUIDE ? !told.isLead() : !told.isPlain();
            String stackId = role.follows() ? Stack.of(role).id() : "";
            if (role.follows() && stacks.stream().noneMatch(s -> s.id().equals(stackId))) {
                stacks.add(Stack.of(role));
            }
            List<Recording> own =
                    Stream.concat(Stream.of(file), others.stream())
                            .map(f -> recording(f, free))
                            .toList();
            recordings.addAll(own);
            Layer whole = Layer.sung(own.getFirst().id());
            Layer sung =
                    guide.filter(g -> role.follows())
                            .map(g -> StampedStart.placed(whole, file, g))
                            .orElse(whole);
            Layer layer =
                    others.isEmpty()
                            ? sung
                            : sung.withTakes(own.stream().map(Recording::id).toList());
            voices.add(Voice.of(free.next("v"), name, role, guessed, stackId, layer));
        }
        return new Edit.AddVoices(recordings, voices, stacks);
    }

    /// The voice that a file says, by its name, that it is a take of: a track of that name, or one
    /// whose takes are called so.
    public static Optional<Voice> takeOf(Session session, Path file) {
        return new TrackName(nameOf(file))
                .numbered()
                .map(TrackName.Numbered::line)
                .flatMap(line ->
                        session.followers().stream()
                                .filter(v ->
                                        TakeFiles.same(v.name(), line)
                                                || v.layer().recordingIds().stream()
                                                        .flatMap(id ->
                                                                session.recording(id).stream())
                                                        .anyMatch(r ->
                                                                TakeFiles.same(
                                                                        lineOf(
                                                                                nameOf(
                                                                                        r.audio()
                                                                                                .file())),
                                                                        line)))
                                .findFirst());
    }

    /// A recording of which nothing is known yet but its file.
    public static Recording recording(Path file, FreeIds free) {
        return Recording.of(free.next("r"), AudioReference.to(file.toAbsolutePath().normalize()));
    }

    private static String lineOf(String name) {
        return new TrackName(name).numbered().map(TrackName.Numbered::line).orElse(name);
    }

    static String nameOf(Path file) {
        String name = String.valueOf(file.getFileName());
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) : name;
    }

    private static int guideAmong(List<Path> files) {
        List<TrackName> names = files.stream().map(file -> new TrackName(nameOf(file))).toList();
        int lead = firstOf(names, TrackName::isLead);
        int voice = firstOf(names, name -> !name.role().equals(Optional.of(Role.BED)));
        return Math.max(0, lead >= 0 ? lead : voice);
    }

    private static int firstOf(List<TrackName> names, Predicate<TrackName> wanted) {
        return names.indexOf(names.stream().filter(wanted).findFirst().orElse(new TrackName("")));
    }
}
