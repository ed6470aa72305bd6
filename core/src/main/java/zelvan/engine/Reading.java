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
        return !audio.isKnown() || file.isPresent() && changed(file.get(), audio).isEmpty();
    }

    /// What went wrong with a recording's file.
    Optional<ZelvanProblem> problem(AudioReference audio) {
        return problem.or(() -> file.flatMap(f -> changed(f, audio)));
    }

    /// That a file is another one than is meant.
    static Optional<ZelvanProblem> changed(SoundFile file, AudioReference audio) {
        return audio.isKnown() && !file.sha256().equals(audio.sha256())
                ? Optional.of(
                        new RecordingChanged(
                                new AudioReference(audio.path(), file.bytes(), file.sha256())))
                : Optional.empty();
    }
}
