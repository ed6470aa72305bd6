package zelvan.derived;

import java.nio.file.Path;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;

/// A file that is not the recording that the session was made with.
public final class RecordingChanged extends ZelvanProblem {
    private final AudioReference now;

    /// @param now what lies in its place
    public RecordingChanged(AudioReference now) {
        super(
                String.valueOf(Path.of(now.path()).getFileName()),
                "this is not the recording that the session was made with, its content is another;"
                        + " nothing is made of it",
                "Put the right file back, or take this one as it is now (in the window)");
        this.now = now;
    }

    /// What lies in its place.
    public AudioReference now() {
        return now;
    }
}
