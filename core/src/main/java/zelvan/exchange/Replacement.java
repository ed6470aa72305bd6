package zelvan.exchange;

import java.nio.file.Path;
import java.util.Optional;
import zelvan.audio.AudioFileProblem;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.measure.SamePerformance;
import zelvan.session.AudioReference;
import zelvan.session.FreeIds;
import zelvan.session.HandWork;
import zelvan.session.Recording;
import zelvan.session.Session;
import zelvan.session.TrackEdit;
import zelvan.session.Voice;

/// Another recording in the place of a voice's. What was said by hand of the old one holds where
/// both are the same performance, as they are where a file was only cleaned, or sung again in part.
///
/// @param edit puts it there
/// @param letGo how much of what was said by hand does not hold any more
public record Replacement(TrackEdit.Replace edit, int letGo) {
    /// Listens to both recordings. Where the old one cannot be read, everything is taken to hold.
    ///
    /// @throws AudioFileProblem if the new one cannot be read
    public static Replacement of(Session session, Voice voice, Path file) throws AudioFileProblem {
        Path path = file.toAbsolutePath().normalize();
        SoundFile now = SoundFiles.read(path);
        HandWork said = session.handOf(voice);
        HandWork holds =
                before(session.audioOf(voice))
                        .filter(old -> !old.sha256().equals(now.sha256()))
                        .map(old ->
                                said.where(
                                        span -> SamePerformance.in(old.sound(), now.sound(), span)))
                        .orElse(said);
        Recording recording =
                new Recording(
                        new FreeIds(session).next("r"),
                        new AudioReference(path.toString(), now.bytes(), now.sha256()),
                        holds);
        return new Replacement(
                new TrackEdit.Replace(voice.id(), voice.name(), recording),
                said.size() - holds.size());
    }

    private static Optional<SoundFile> before(AudioReference audio) {
        try {
            return Optional.of(SoundFiles.read(audio.file()));
        } catch (AudioFileProblem gone) {
            return Optional.empty();
        }
    }
}
