package zelvan.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;

/// How a file is at a moment, without reading it: when this differs it has been changed.
///
/// @param bytes its length, −1 if there is no such file
/// @param modified when it was changed last
public record FileStamp(long bytes, Instant modified) {
    private static final FileStamp MISSING = new FileStamp(-1, Instant.EPOCH);

    public static FileStamp of(Path file) {
        try {
            BasicFileAttributes found = Files.readAttributes(file, BasicFileAttributes.class);
            return new FileStamp(found.size(), found.lastModifiedTime().toInstant());
        } catch (IOException e) {
            return MISSING;
        }
    }

    public boolean isMissing() {
        return bytes < 0;
    }
}
