package zelvan.audio;

/// What a file held: its sound, and how the samples were kept.
///
/// @param sound the samples
/// @param format how to write the like again
/// @param sha256 hexadecimal SHA-256 of the whole file's bytes
/// @param bytes the file's length
/// @param startSeconds where it says that it lies on its song's clock; 0 if it says nothing
public record SoundFile(
        Sound sound, SoundFormat format, String sha256, long bytes, double startSeconds) {}
