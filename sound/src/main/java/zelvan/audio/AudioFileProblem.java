package zelvan.audio;

import java.nio.file.Path;
import zelvan.problem.ZelvanProblem;

/// An audio file that cannot be read or written.
public final class AudioFileProblem extends ZelvanProblem {
    AudioFileProblem(Path file, String happened, String remedy) {
        super(String.valueOf(file.getFileName()), happened, remedy);
    }

    AudioFileProblem(Path file, String happened, String remedy, Throwable cause) {
        this(file, happened, remedy);
        initCause(cause);
    }
}
