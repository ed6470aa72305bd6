package zelvan.files;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.atomic.AtomicInteger;

/// Writes files so that under their names there is never half of one: beside their place first,
/// forced to disk, then moved there in one step. Where that fails nothing is left behind, and what
/// was there before still is.
public final class WholeFile {
    private static final String PART = ".zelvan-part";
    private static final Duration PARTS_ARE_OLD_AFTER = Duration.ofHours(1);
    private static final AtomicInteger COUNT = new AtomicInteger();

    private WholeFile() {}

    /// Fills a file.
    public interface Writing {
        /// @param file a new, empty place
        void to(Path file) throws IOException;
    }

    /// Writes what the user gets. Folders that are missing are made.
    ///
    /// @throws WriteProblem if the system does not let it
    public static void write(Target target, Writing writing) throws WriteProblem {
        try {
            write(target.path(), writing, target::willBe);
        } catch (IOException e) {
            throw WriteProblem.of(target.path(), e);
        }
    }

    /// Writes what the program keeps for itself, in the place of what it kept there before.
    public static void keep(Path file, Writing writing) throws IOException {
        write(file, writing, whole -> {});
    }

    private static void write(Path file, Writing writing, Target.Note note) throws IOException {
        Path full = file.toAbsolutePath();
        Path folder = full.getParent();
        if (folder == null) {
            throw new IOException("it is no file in a folder");
        }
        Files.createDirectories(folder);
        Path beside =
                folder.resolve(
                        partPrefix(full)
                                + ProcessHandle.current().pid()
                                + "-"
                                + COUNT.incrementAndGet()
                                + PART);
        try {
            forgetOldParts(folder, full);
            writing.to(beside);
            try (FileChannel written = FileChannel.open(beside, StandardOpenOption.WRITE)) {
                written.force(true);
            }
            note.written(beside);
            Files.move(
                    beside,
                    full,
                    StandardCopyOption.ATOMIC_MOVE,
                    StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException | RuntimeException | Error e) {
            try {
                Files.deleteIfExists(beside);
            } catch (IOException left) {
                e.addSuppressed(left);
            }
            throw e;
        }
    }

    /// Short, however long the file's own name is, and always the same for it.
    private static String partPrefix(Path file) {
        return "." + Integer.toHexString(String.valueOf(file.getFileName()).hashCode()) + "-";
    }

    /// What a killed program left of the same file; another one may be just writing its own.
    private static void forgetOldParts(Path folder, Path file) throws IOException {
        Instant old = Instant.now().minus(PARTS_ARE_OLD_AFTER);
        try (DirectoryStream<Path> parts =
                Files.newDirectoryStream(folder, partPrefix(file) + "*" + PART)) {
            for (Path part : parts) {
                if (FileStamp.of(part).modified().isBefore(old)) {
                    Files.deleteIfExists(part);
                }
            }
        }
    }
}
