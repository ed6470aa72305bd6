package zelvan.files;

import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;

/// A place that may be written to. Only this room makes them: [Targets] for what the user asks for,
/// [#fresh] where nothing lies yet.
public final class Target {
    /// Learns of a file that is whole, before it is moved to its place.
    interface Note {
        void written(Path whole);
    }

    private final Path path;
    private final Note note;

    Target(Path path, Note note) {
        this.path = path;
        this.note = note;
    }

    /// A place where nothing lies yet.
    ///
    /// @throws WriteProblem if something does
    public static Target fresh(Path path) throws WriteProblem {
        if (Files.exists(path, LinkOption.NOFOLLOW_LINKS)) {
            throw new WriteProblem(path, "there is a file of that name", "Choose another name");
        }
        return new Target(path, whole -> {});
    }

    /// A place in a temporary folder of the program's own; what lies there may go.
    public static Target temporary(Path path) {
        return new Target(path, whole -> {});
    }

    public Path path() {
        return path;
    }

    void willBe(Path whole) {
        note.written(whole);
    }
}
