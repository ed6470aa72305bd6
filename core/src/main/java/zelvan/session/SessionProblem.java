package zelvan.session;

import java.nio.file.Path;
import zelvan.problem.ZelvanProblem;

/// A session file that cannot be read or written.
public final class SessionProblem extends ZelvanProblem {
    SessionProblem(Path file, String happened, String remedy, Throwable cause) {
        super(String.valueOf(file.getFileName()), happened, remedy);
        initCause(cause);
    }

    SessionProblem(Path file, String happened, String remedy) {
        super(String.valueOf(file.getFileName()), happened, remedy);
    }
}
