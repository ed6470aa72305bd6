package zelvan.engine;

import java.util.Optional;
import zelvan.audio.SoundFile;
import zelvan.derived.RecordingChanged;
import zelvan.problem.ZelvanProblem;
import zelvan.render.VoiceSource;
import zelvan.session.AudioReference;

/// What became of reading a file.
///
/// @param file empty if it could not be read
/// @param raw the file as it sounds
/// @param problem why it could not be read
record Reading(
        Optional<SoundFile> file, Optional<VoiceSource> raw, Optional<ZelvanProblem> problem) {
    /// Whether the file is the recording that is meant, as far as its content is known.
    boolean isMeantBy(AudioReference audio) {
        return !audio.isKnown() || file.map(f -> f.sha256().equals(audio.sha256())).orElse(false);
    }

    /// What went wrong with a recording's file.
    Optional<ZelvanProblem> problem(AudioReference audio) {
        return isMeantBy(audio)
                ? problem
                : problem.or(() ->
                        file.map(f ->
                                new RecordingChanged(
                                        new AudioReference(audio.path(), f.bytes(), f.sha256()))));
    }
}
