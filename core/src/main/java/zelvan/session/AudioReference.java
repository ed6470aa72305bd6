package zelvan.session;

/// An audio file that a session names. The file itself is never changed.
///
/// @param path where it is: relative to the session file if it lies beside or below it, else
///   absolute
/// @param bytes its length, to notice another file under the same name
/// @param sha256 hexadecimal SHA-256 of its content
public record AudioReference(String path, long bytes, String sha256) {}
