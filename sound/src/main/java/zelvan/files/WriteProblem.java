package zelvan.files;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Path;
import zelvan.problem.ZelvanProblem;

/// A file that cannot be written, or must not be.
public final class WriteProblem extends ZelvanProblem {
    WriteProblem(Path file, String happened, String remedy) {
        super(
                String.valueOf(file.getFileName() == null ? file : file.getFileName()),
                happened,
                remedy);
    }

    /// A file that the system did not let be written.
    public static WriteProblem of(Path file, IOException cause) {
        WriteProblem problem =
                new WriteProblem(
                        file,
                        "it could not be written to "
                                + file.toAbsolutePath().getParent()
                                + " ("
                                + reason(cause)
                                + ")",
                        "Check the folder's rights and the room on the disk, or choose another"
                                + " folder");
        problem.initCause(cause);
        return problem;
    }

    /// The system's own words, without the path that most of its exceptions begin with.
    private static String reason(IOException cause) {
        if (cause instanceof AccessDeniedException) {
            return "access is denied";
        }
        if (cause instanceof FileSystemException system && system.getReason() != null) {
            return system.getReason();
        }
        return cause.getMessage() == null
                ? cause.getClass().getSimpleName()
                : String.valueOf(cause.getMessage());
    }
}
