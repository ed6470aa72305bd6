package zelvan.files;

import java.nio.file.Path;
import net.harawata.appdirs.AppDirs;
import net.harawata.appdirs.AppDirsFactory;

/// The places that this system has for what a program keeps for its user.
public final class UserFolders {
    private static final String PROGRAM = "zelvan";

    private UserFolders() {}

    /// What must not get lost.
    public static Path data() {
        return Path.of(dirs().getUserDataDir(PROGRAM, null, null));
    }

    /// What can be made again.
    public static Path cache() {
        return Path.of(dirs().getUserCacheDir(PROGRAM, null, null));
    }

    private static AppDirs dirs() {
        return AppDirsFactory.getInstance();
    }
}
