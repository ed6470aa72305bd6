package zelvan.session;

import com.fasterxml.jackson.annotation.JsonAutoDetect;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/// `NAME.zelvan`: one JSON document with a version. Audio stays where it is and is named by path.
///
/// Saving writes beside the file, forces it to disk, and renames; an autosave lies beside the file
/// until the next real save.
public final class SessionFile {
    public static final String EXTENSION = ".zelvan";
    private static final String AUTOSAVE_SUFFIX = ".autosave";

    /// Changes whenever an older program could not read the file.
    private static final int VERSION = 5;

    private static final JsonMapper JSON =
            JsonMapper.builder()
                    // Records are their components, whatever else they can be asked.
                    .changeDefaultVisibility(
                            v -> v.withIsGetterVisibility(JsonAutoDetect.Visibility.NONE))
                    .enable(SerializationFeature.INDENT_OUTPUT)
                    .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                    .enable(DeserializationFeature.FAIL_ON_MISSING_CREATOR_PROPERTIES)
                    .enable(DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES)
                    .build();

    private record Document(int version, Session session) {}

    private SessionFile() {}

    /// Reads a session. Paths of audio come back absolute.
    ///
    /// @throws SessionProblem if the file is missing, damaged, or written by a newer program
    public static Session read(Path file) throws SessionProblem {
        try {
            JsonNode tree = JSON.readTree(Files.readString(file));
            int version = tree.path("version").asInt(0);
            if (version > VERSION) {
                throw new SessionProblem(
                        file,
                        "it was saved by a newer Zelvan (format "
                                + version
                                + "; this one reads up to "
                                + VERSION
                                + ")",
                        "Open it with the newer program");
            }
            if (version < 1) {
                throw new SessionProblem(
                        file,
                        "this is not a Zelvan session",
                        "Choose a file that ends in " + EXTENSION);
            }
            return resolved(
                    JSON.treeToValue(SessionUpgrade.of(tree, version), Document.class).session(),
                    file);
        } catch (JacksonException | IllegalArgumentException e) {
            throw new SessionProblem(
                    file,
                    "the session is damaged (" + firstLine(e) + ")",
                    hasAutosave(file)
                            ? "Open its autosave, which lies beside it"
                            : "Restore it from a copy",
                    e);
        } catch (NoSuchFileException e) {
            throw new SessionProblem(file, "there is no such file", "Check its name and place", e);
        } catch (IOException e) {
            throw new SessionProblem(
                    file, "it could not be read (" + e.getMessage() + ")", "Check the disk", e);
        }
    }

    private static String firstLine(Exception e) {
        return String.valueOf(e.getMessage()).lines().findFirst().orElse("unreadable");
    }

    /// Saves a session, and drops its autosave.
    ///
    /// @throws SessionProblem if it cannot be written; the old file is then still there
    public static void write(Path file, Session session) throws SessionProblem {
        writeTo(file, file, session);
        forgetAutosave(file);
    }

    /// Keeps a session beside its file, in case the program ends unexpectedly.
    ///
    /// @throws SessionProblem if it cannot be written
    public static void autosave(Path file, Session session) throws SessionProblem {
        writeTo(autosaveOf(file), file, session);
    }

    /// The autosave of a file, if there is one that is newer.
    public static Optional<Path> newerAutosave(Path file) {
        Path autosave = autosaveOf(file);
        try {
            boolean newer =
                    Files.exists(autosave)
                            && (!Files.exists(file)
                                    || Files.getLastModifiedTime(autosave)
                                                    .compareTo(Files.getLastModifiedTime(file))
                                            > 0);
            return newer ? Optional.of(autosave) : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /// Sessions in a folder that have an autosave, as the files that they would be saved to; by
    /// name.
    public static List<Path> autosavedIn(Path folder) {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(folder)) {
            return files.map(Path::toString)
                    .filter(name -> name.endsWith(EXTENSION + AUTOSAVE_SUFFIX))
                    .sorted()
                    .map(name ->
                            Path.of(name.substring(0, name.length() - AUTOSAVE_SUFFIX.length())))
                    .toList();
        } catch (IOException e) {
            return List.of();
        }
    }

    /// Drops the autosave of a file: what it held is saved elsewhere, or not wanted.
    ///
    /// @throws SessionProblem if it cannot be removed
    public static void forgetAutosave(Path file) throws SessionProblem {
        try {
            Files.deleteIfExists(autosaveOf(file));
        } catch (IOException e) {
            throw new SessionProblem(
                    file, "its autosave could not be removed", "Delete it by hand", e);
        }
    }

    private static boolean hasAutosave(Path file) {
        return Files.exists(autosaveOf(file));
    }

    private static Path autosaveOf(Path file) {
        return file.resolveSibling(file.getFileName() + AUTOSAVE_SUFFIX);
    }

    private static void writeTo(Path target, Path home, Session session) throws SessionProblem {
        Path beside = target.resolveSibling("." + target.getFileName() + ".part");
        try {
            Files.createDirectories(folderOf(target));
            Files.writeString(
                    beside,
                    JSON.writeValueAsString(new Document(VERSION, relative(session, home))));
            try (FileChannel written = FileChannel.open(beside, StandardOpenOption.WRITE)) {
                written.force(true);
            }
            Files.move(
                    beside,
                    target,
                    StandardCopyOption.ATOMIC_MOVE,
                    StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            throw new SessionProblem(
                    target,
                    "it could not be saved (" + e.getMessage() + ")",
                    "Check the folder's rights and the room on the disk, or save elsewhere",
                    e);
        }
    }

    private static Session relative(Session session, Path file) {
        Path folder = folderOf(file);
        return session.withVoices(
                session.voices().stream()
                        .map(v -> {
                            Path audio = Path.of(v.audio().path()).toAbsolutePath().normalize();
                            boolean inside = audio.startsWith(folder);
                            String path =
                                    inside ? folder.relativize(audio).toString() : audio.toString();
                            return v.withAudio(
                                    new AudioReference(
                                            path.replace('\\', '/'),
                                            v.audio().bytes(),
                                            v.audio().sha256()));
                        })
                        .toList());
    }

    private static Session resolved(Session session, Path file) {
        Path folder = folderOf(file);
        return session.withVoices(
                session.voices().stream()
                        .map(v ->
                                v.withAudio(
                                        new AudioReference(
                                                folder.resolve(v.audio().path())
                                                        .normalize()
                                                        .toString(),
                                                v.audio().bytes(),
                                                v.audio().sha256())))
                        .toList());
    }

    private static Path folderOf(Path file) {
        Path parent = file.toAbsolutePath().normalize().getParent();
        return parent == null ? file.toAbsolutePath() : parent;
    }
}
