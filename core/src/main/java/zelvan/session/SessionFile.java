package zelvan.session;

import com.fasterxml.jackson.annotation.JsonAutoDetect;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonValue;
import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import zelvan.files.Target;
import zelvan.files.WholeFile;
import zelvan.files.WriteProblem;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;
import zelvan.units.TimeSpan;

/// `NAME.zelvan`: one JSON document with a version. Audio stays where it is and is named by path.
///
/// A session that is there is only ever replaced by a whole one; see [Autosave] for what is not
/// saved yet.
public final class SessionFile {
    public static final String EXTENSION = ".zelvan";

    /// Changes whenever an older program could not read the file.
    private static final int VERSION = 13;

    private static final JsonMapper JSON =
            JsonMapper.builder()
                    .addModule(SettingsJson.module())
                    .addMixIn(Layer.class, LayerKinds.class)
                    .addMixIn(RecordedSpan.class, Stretch.class)
                    .addMixIn(GuideSpan.class, Stretch.class)
                    // Records are their components, whatever else they can be asked.
                    .changeDefaultVisibility(
                            v -> v.withIsGetterVisibility(JsonAutoDetect.Visibility.NONE))
                    .enable(SerializationFeature.INDENT_OUTPUT)
                    .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                    .enable(DeserializationFeature.FAIL_ON_MISSING_CREATOR_PROPERTIES)
                    .enable(DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES)
                    .build();

    /// A layer stands in an object with its kind.
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, include = JsonTypeInfo.As.WRAPPER_OBJECT)
    @JsonSubTypes(@JsonSubTypes.Type(value = Layer.Sung.class, name = "sung"))
    private interface LayerKinds {}

    /// By which clock a stretch is, its place in the file says.
    private abstract static class Stretch {
        @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
        Stretch(TimeSpan time) {}

        @JsonValue
        abstract TimeSpan time();
    }

    private record Document(int version, Session session) {}

    private SessionFile() {}

    /// What could be opened of a file.
    ///
    /// @param session as far as it is there; paths of its audio are absolute
    /// @param leftOut what was wrong, each with its place and the reason; usually empty
    public record Opened(Session session, List<String> leftOut) {
        public Opened {
            leftOut = List.copyOf(leftOut);
        }
    }

    /// Reads a session, whole or not at all. Paths of audio come back absolute.
    ///
    /// @throws SessionProblem if the file is missing, damaged, written by a newer program, or if
    ///   something in it is wrong
    public static Session read(Path file) throws SessionProblem {
        Opened opened = open(file);
        if (!opened.leftOut.isEmpty()) {
            throw new SessionProblem(
                    file,
                    "something in it is wrong (" + opened.leftOut.getFirst() + ")",
                    "Open it in the window, which leaves that out, and save it");
        }
        return opened.session;
    }

    /// Reads a session as far as it can be read: what is wrong in it is left out and named.
    ///
    /// @throws SessionProblem if the file is missing, torn, or written by a newer program
    public static Opened open(Path file) throws SessionProblem {
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
            SessionMender mender = new SessionMender(JSON, SessionUpgrade.of(tree, version));
            Session session = mender.read(Document.class).session();
            return new Opened(resolved(session, file), mender.leftOut());
        } catch (JacksonException | IllegalArgumentException e) {
            throw new SessionProblem(
                    file, "the session is damaged (" + where(e) + ")", "Restore it from a copy", e);
        } catch (MalformedInputException e) {
            throw new SessionProblem(
                    file, "the session is damaged (it is not text)", "Restore it from a copy", e);
        } catch (NoSuchFileException e) {
            throw new SessionProblem(file, "there is no such file", "Check its name and place", e);
        } catch (IOException e) {
            throw new SessionProblem(
                    file, "it could not be read (" + e.getMessage() + ")", "Check the disk", e);
        }
    }

    /// In words of our own: the library's speak of its parser.
    private static String where(Exception e) {
        if (!(e instanceof JacksonException json)) {
            return String.valueOf(e.getMessage());
        }
        TokenStreamLocation at = json.getLocation();
        return at == null || at.getLineNr() < 1
                ? "it is not whole"
                : "it cannot be read on from line "
                        + at.getLineNr()
                        + ", column "
                        + at.getColumnNr();
    }

    /// Saves a session.
    ///
    /// @throws WriteProblem if the system does not let it; the old file is then still there
    public static void write(Target target, Session session) throws WriteProblem {
        String document = document(session, target.path());
        WholeFile.write(target, file -> Files.writeString(file, document));
    }

    /// @param home where the paths of its audio are seen from
    static String document(Session session, Path home) {
        return JSON.writeValueAsString(new Document(VERSION, relative(session, home)));
    }

    private static Session relative(Session session, Path file) {
        Path folder = folderOf(file);
        return moved(
                session,
                path -> {
                    Path audio = path.toAbsolutePath().normalize();
                    boolean inside = audio.startsWith(folder);
                    String seen = inside ? folder.relativize(audio).toString() : audio.toString();
                    return seen.replace('\\', '/');
                });
    }

    private static Session resolved(Session session, Path file) {
        Path folder = folderOf(file);
        return moved(session, path -> folder.resolve(path).normalize().toString());
    }

    /// The session with its audio somewhere else.
    private static Session moved(Session session, Function<Path, String> place) {
        return session.withRecordings(
                session.recordings().stream()
                        .map(r -> r.withAudio(r.audio().at(place.apply(r.audio().file()))))
                        .toList());
    }

    private static Path folderOf(Path file) {
        Path parent = file.toAbsolutePath().normalize().getParent();
        return parent == null ? file.toAbsolutePath() : parent;
    }
}
