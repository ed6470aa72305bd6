package zelvan.cli;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import zelvan.engine.KeptWork;
import zelvan.problem.ZelvanProblem;

/// The desktop application as the command line sees it; found with [java.util.ServiceLoader].
public interface Window {
    /// Opens the window with what was named, and returns when it is closed.
    ///
    /// @param named a session file, folders or sound files; nothing gives an empty session
    void open(List<Path> named);

    /// Writes pictures of the main views, without a display.
    ///
    /// @param demo the folder of the demo session
    /// @param folder receives the PNG files
    void screenshots(Path demo, Path folder);

    /// Opens a folder without a display, and measures how long a user waits in it.
    ///
    /// @param out receives the figures
    void measure(Path folder, KeptWork kept, Path temporary, PrintWriter out) throws ZelvanProblem;
}
