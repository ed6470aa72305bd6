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

/// Another recording in the place of the one that a voice begins with. What was said by hand of the
/// old one holds where both are the same performance, as they are where a file was only cleaned, or
/// sung again in part. Both are compared on their own clocks, wherever the voice has them.
///
/// @param replacedId the recording that goes
/// @param said what was said by hand of that
/// @param audio what comes
/// @param holds what still holds of what was said
public record Replacement(
        Voice voice, String replacedId, HandWork said, AudioReference audio, HandWork holds) {
    /// Listens to both recordings. Where the old one cannot be read, everything is taken to hold.
    ///
    /// @throws AudioFileProblem if the new one cannot be read
    public static Replacement of(Session session, Voice voice, Path file) throws AudioFileProblem {
        Path path = file.toAbsolutePath().normalize();
        SoundFile now = SoundFiles.read(path);
        String replaced = voice.layer().recordingId();
        HandWork said = said(session, replaced);
        HandWork holds =
                before(session.audioOf(voice))
                        .filter(old -> !old.sha256().equals(now.sha256()))
                        .map(old ->
                                said.where(
                                        span -> SamePerformance.in(old.sound(), now.sound(), span)))
                        .orElse(said);
        return new Replacement(
                voice,
                replaced,
                said,
                new AudioReference(path.toString(), now.bytes(), now.sha256()),
                holds);
    }

    private static HandWork said(Session session, String recordingId) {
        return session.recording(recordingId).map(Recording::hand).orElse(HandWork.NONE);
    }

    /// Whether it is still about what a session has: while both were listened to, the voice may
    /// have come to begin with something else, or more may have been said of it.
    public boolean isOf(Session session) {
        return session.voice(voice.id())
                .filter(v -> v.layer().recordingId().equals(replacedId))
                .filter(v -> said(session, replacedId).equals(said))
                .isPresent();
    }

    /// Puts it there.
    ///
    /// @param session that it is of
    public TrackEdit.Replace edit(Session session) {
        return new TrackEdit.Replace(
                voice.id(),
                voice.name(),
                replacedId,
                new Recording(new FreeIds(session).next("r"), audio, holds));
    }

    /// How much of what was said by hand does not hold any more.
    public int letGo() {
        return said.size() - holds.size();
    }

    private static Optional<SoundFile> before(AudioReference audio) {
        try {
            return Optional.of(SoundFiles.read(audio.file()));
        } catch (AudioFileProblem gone) {
            return Optional.empty();
        }
    }
}
