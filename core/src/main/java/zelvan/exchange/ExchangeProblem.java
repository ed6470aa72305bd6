package zelvan.exchange;

import java.nio.file.Path;
import zelvan.problem.ZelvanProblem;

/// A file or folder that cannot be brought in or written.
public final class ExchangeProblem extends ZelvanProblem {
    ExchangeProblem(Path file, String happened, String remedy) {
        super(String.valueOf(file.getFileName()), happened, remedy);
    }

    private ExchangeProblem(String subject, String happened, String remedy) {
        super(subject, happened, remedy);
    }

    /// A voice that could not be printed, by a fault of the program.
    static ExchangeProblem notPrinted(String voice, Throwable fault) {
        ExchangeProblem problem =
                new ExchangeProblem(
                        voice,
                        "it could not be printed (" + fault + ")",
                        "All others are printed; print this one again after a change");
        problem.initCause(fault);
        return problem;
    }

    ExchangeProblem(Path file, String happened, String remedy, Throwable cause) {
        this(file, happened, remedy);
        initCause(cause);
    }
}
