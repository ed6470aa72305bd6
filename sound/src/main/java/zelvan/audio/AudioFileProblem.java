package zelvan.audio;

import java.nio.file.Path;
import zelvan.problem.ZelvanProblem;

/// An audio file that cannot be read or written.
public final class AudioFileProblem extends ZelvanProblem {
    AudioFileProblem(Path file, String happened, String remedy) {
        super(String.valueOf(file.getFileName()), happened, remedy);
    }

    /// The file was changed, or could not be read on, after it had been opened.
    public static AudioFileProblem changedWhileOpen(Path file) {
        return new AudioFileProblem(
                file,
                "it was written to, or could not be read to its end, while it was being listened to",
                "Nothing was kept of it; it is read again after the next change, or when you come"
                        + " back to the window");
    }

    AudioFileProblem(Path file, String happened, String remedy, Throwable cause) {
        this(file, happened, remedy);
        initCause(cause);
    }
}
