package zelvan.cli;

import java.nio.file.Path;
import java.util.List;

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
}
