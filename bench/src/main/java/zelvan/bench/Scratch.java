package zelvan.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.stream.Stream;

/// A folder for as long as something is measured.
///
/// @param folder is gone afterwards, with all that is in it
public record Scratch(Path folder) implements AutoCloseable {
    public static Scratch named(String prefix) throws IOException {
        return new Scratch(Files.createTempDirectory(prefix));
    }

    @Override
    public void close() throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            all.sorted(Comparator.reverseOrder()).map(Path::toFile).forEach(File::delete);
        }
    }
}
