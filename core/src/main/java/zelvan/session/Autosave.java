package zelvan.session;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import zelvan.files.FileNames;
import zelvan.files.FileStamp;
import zelvan.files.WholeFile;
import zelvan.files.WriteProblem;
import zelvan.problem.ZelvanProblem;

/// Where one run of the program keeps a session until it is really saved: a file of its own beside
/// the session's, or in the folder for sessions that have none yet. No run ever writes to the file
/// of another, so whatever happens the last state of each is there.
public final class Autosave {
    private static final String SUFFIX = ".autosave";
    private static final String THROWN_AWAY_SUFFIX = ".thrown-away";
    private static final Duration KEPT_WHEN_THROWN_AWAY = Duration.ofDays(30);
    private static final int ID_LETTERS = 8;

    private final Path home;
    private final Path file;

    private Autosave(Path home, Path file) {
        this.home = home;
        this.file = file;
    }

    /// A new one, that nobody else writes to.
    ///
    /// @param home the session's file, also if there is none yet
    public static Autosave of(Path home) {
        String id = UUID.randomUUID().toString().substring(0, ID_LETTERS);
        return new Autosave(home, home.resolveSibling(prefix(home) + id + SUFFIX));
    }

    /// The file that is written.
    public Path file() {
        return file;
    }

    /// Keeps a state of the session, in the place of the one before.
    ///
    /// @throws WriteProblem if the system does not let it
    public void keep(Session session) throws WriteProblem {
        String document = SessionFile.document(session, home);
        try {
            WholeFile.keep(file, beside -> Files.writeString(beside, document));
        } catch (IOException e) {
            throw WriteProblem.of(file, e);
        }
    }

    /// What was kept is saved elsewhere, or not wanted.
    public void forget() {
        forget(file);
    }

    private static void forget(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            // It is offered once more, which harms nothing.
        }
    }

    /// What a run left without saving it.
    ///
    /// @param file where it is
    /// @param home the session's file, or where it would have been
    /// @param when it was kept
    public record Left(Path file, Path home, Instant when) {
        /// The session as it was.
        ///
        /// @throws ZelvanProblem if it is damaged
        public Session read() throws ZelvanProblem {
            return SessionFile.open(file).session();
        }

        /// It is saved elsewhere.
        public void forget() {
            Autosave.forget(file);
        }

        /// Puts it where it is not offered any more; it is still there for a month.
        public void throwAway() throws WriteProblem {
            move(file, thrownAway());
        }

        /// Takes that back.
        public void fetchBack() throws WriteProblem {
            move(thrownAway(), file);
        }

        private Path thrownAway() {
            return file.resolveSibling(name(file) + THROWN_AWAY_SUFFIX);
        }

        private static void move(Path from, Path to) throws WriteProblem {
            try {
                Files.move(from, to);
            } catch (IOException e) {
                throw WriteProblem.of(to, e);
            }
        }
    }

    /// What was left of a session, the newest first.
    public static List<Left> leftOf(Path home) {
        Path folder = home.toAbsolutePath().getParent();
        return (folder == null ? List.<Left>of() : in(folder))
                .stream()
                        .filter(left -> prefix(left.home).equals(prefix(home)))
                        .map(left -> new Left(left.file, home, left.when))
                        .toList();
    }

    /// What was left in a folder, the newest first.
    public static List<Left> in(Path folder) {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> listed = Files.list(folder)) {
            List<Path> files = listed.toList();
            files.stream().filter(Autosave::isLongThrownAway).forEach(Autosave::forget);
            return files.stream()
                    .filter(f -> name(f).endsWith(SUFFIX))
                    .map(Autosave::left)
                    .sorted(Comparator.comparing(Left::when).reversed())
                    .toList();
        } catch (IOException e) {
            return List.of();
        }
    }

    private static boolean isLongThrownAway(Path file) {
        return name(file).endsWith(SUFFIX + THROWN_AWAY_SUFFIX)
                && when(file).isBefore(Instant.now().minus(KEPT_WHEN_THROWN_AWAY));
    }

    private static Instant when(Path file) {
        return FileStamp.of(file).modified();
    }

    private static Left left(Path file) {
        String stem = name(file).substring(0, name(file).length() - SUFFIX.length());
        // Before there were several they had no id.
        int end =
                stem.endsWith(SessionFile.EXTENSION)
                        ? stem.length()
                        : Math.max(0, stem.lastIndexOf('.'));
        return new Left(file, file.resolveSibling(stem.substring(0, end)), when(file));
    }

    private static String prefix(Path home) {
        String name = name(home);
        String stem =
                name.endsWith(SessionFile.EXTENSION)
                        ? name.substring(0, name.length() - SessionFile.EXTENSION.length())
                        : name;
        return FileNames.of(stem) + SessionFile.EXTENSION + ".";
    }

    private static String name(Path file) {
        return String.valueOf(file.getFileName());
    }
}
