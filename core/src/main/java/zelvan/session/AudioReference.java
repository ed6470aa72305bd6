package zelvan.session;

import java.nio.file.Path;

/// An audio file that a session names. The file itself is never changed.
///
/// @param path where it is: relative to the session file if it lies beside or below it, else
///   absolute
/// @param bytes its length; 0 as long as it was not read
/// @param sha256 hexadecimal SHA-256 of its content, by which another file under the same name is
///   noticed; empty as long as it was not read
public record AudioReference(String path, long bytes, String sha256) {
    public AudioReference {
        if (path.isBlank() || path.indexOf('\0') >= 0) {
            throw new IllegalArgumentException("path must name a file, was “" + path + "”");
        }
    }

    /// A file that was not read yet.
    public static AudioReference to(Path file) {
        return new AudioReference(file.toString(), 0, "");
    }

    /// Where it is.
    public Path file() {
        return Path.of(path);
    }

    /// The same content in another place.
    AudioReference at(String place) {
        return new AudioReference(place, bytes, sha256);
    }

    /// Whether its content is known.
    public boolean isKnown() {
        return !sha256.isEmpty();
    }
}
