package zelvan.exchange;

import java.nio.file.Path;
import zelvan.problem.ZelvanProblem;

/// A file or folder that cannot be brought in or written.
public final class ExchangeProblem extends ZelvanProblem {
    ExchangeProblem(Path file, String happened, String remedy) {
        super(String.valueOf(file.getFileName()), happened, remedy);
    }

    ExchangeProblem(Path file, String happened, String remedy, Throwable cause) {
        this(file, happened, remedy);
        initCause(cause);
    }
}
