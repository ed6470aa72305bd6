package zelvan.exchange;

import java.nio.file.Path;

/// A printed file.
///
/// @param file where it is
/// @param loweredDecibels by how much it was lowered as a whole, 0 if it was not, negative if it
///   was raised
/// @param words what the user is told of that; empty if nothing was done
public record Printed(Path file, double loweredDecibels, String words) {
    /// The file and what there is to say of it.
    public String line() {
        return words.isEmpty() ? file.toString() : file + ": " + words;
    }
}
