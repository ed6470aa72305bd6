package zelvan.files;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import java.util.UUID;

/// What the program has written for the user, and what it was made of: a file that still is as it
/// was written, and was made of the same, may be written again without asking.
///
/// How it works: one small text file for each file written, named by its path, of three lines: what
/// it was made of, how the file is that was written last (length and time of its last change), and
/// how the one before was. A kill between the entry and the moving of the file leaves the one
/// before in place, so both count.
public final class Ledger {
    private static final String NOTHING = "-";

    private final Path folder;

    /// @param folder is made when the first entry is
    public Ledger(Path folder) {
        this.folder = folder;
    }

    public static Ledger ofUser() {
        return new Ledger(UserFolders.data().resolve("written"));
    }

    /// Whether the file that is there was written by the program, of the same, and not changed
    /// since.
    boolean wrote(Output output) {
        List<String> entry = entry(output.path());
        return entry.size() == 3
                && Files.isRegularFile(output.path(), LinkOption.NOFOLLOW_LINKS)
                && isMadeOf(output, entry.get(0))
                && entry.subList(1, 3).contains(state(output.path()));
    }

    private static boolean isMadeOf(Output output, String name) {
        return name.equals(name(output.madeOf()))
                || output.alsoMadeOf().stream().anyMatch(path -> name.equals(name(path)));
    }

    /// Whether the file that is there was written by the program, of whatever, and not changed
    /// since.
    public boolean wrote(Path path) {
        List<String> entry = entry(path);
        return entry.size() == 3 && entry.subList(1, 3).contains(state(path));
    }

    /// Notes a file that will be moved to its place.
    void note(Output output, Path whole) {
        List<String> before = entry(output.path());
        String last = before.size() == 3 ? before.get(1) : NOTHING;
        try {
            WholeFile.keep(
                    entryFile(output.path()),
                    file -> Files.write(file, List.of(name(output.madeOf()), state(whole), last)));
        } catch (IOException e) {
            // Without an entry the next print asks before it replaces the file.
        }
    }

    private List<String> entry(Path path) {
        try {
            return Files.readAllLines(entryFile(path));
        } catch (IOException e) {
            return List.of();
        }
    }

    private Path entryFile(Path path) {
        byte[] name = name(path).getBytes(StandardCharsets.UTF_8);
        return folder.resolve(UUID.nameUUIDFromBytes(name).toString());
    }

    /// One line, the same however the path is spelled.
    private static String name(Path path) {
        return Places.real(path).toString().replaceAll("\\R", " ");
    }

    private static String state(Path file) {
        FileStamp stamp = FileStamp.of(file);
        return stamp.bytes() + " " + stamp.modified();
    }
}
