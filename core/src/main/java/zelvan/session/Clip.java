package zelvan.session;

/// What a voice takes of a recording: all of it, where it was recorded.
///
/// @param recordingId of which
public record Clip(String recordingId) {}
