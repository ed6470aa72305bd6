package zelvan.files;

import java.nio.file.Path;
import java.util.List;

/// A file that is to be written.
///
/// @param path where
/// @param madeOf the recording or the session that it is made of: what was made of the same before
///   may be replaced
/// @param alsoMadeOf what it may have been made of first before, and belongs to the same voice: its
///   other takes and clips
public record Output(Path path, Path madeOf, List<Path> alsoMadeOf) {
    public Output {
        alsoMadeOf = List.copyOf(alsoMadeOf);
    }

    public Output(Path path, Path madeOf) {
        this(path, madeOf, List.of());
    }
}
