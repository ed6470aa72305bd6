package zelvan.files;

import java.nio.file.Path;

/// A file that is to be written.
///
/// @param path where
/// @param madeOf the recording or the session that it is made of: what was made of the same before
///   may be replaced
public record Output(Path path, Path madeOf) {}
