package zelvan.engine;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zelvan.audio.SoundFile;
import zelvan.session.AudioReference;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.units.RecordedSpan;

/// What a voice was sung into: a file, or stretches of files that are put together.
sealed interface Recorded extends Step<Reading> permits Read, Arranged {
    /// What a voice of a session is made of, the files as they lie there now. Looks at the disk.
    static Recorded of(Session session, Voice voice) {
        return voice.layer().isWhole()
                ? Read.of(session.audioOf(voice))
                : Arranged.of(session, voice.layer());
    }

    /// The recordings that a voice is put together from, by their ids, as they are meant; none
    /// where it is one recording.
    static Map<String, AudioReference> others(Session session, Voice voice) {
        Map<String, AudioReference> others = new HashMap<>();
        if (!voice.layer().isWhole()) {
            for (String id : voice.layer().recordingIds()) {
                session.recording(id).ifPresent(r -> others.put(id, r.audio()));
            }
        }
        return others;
    }

    /// Where one recording goes over into another: while both sound.
    List<RecordedSpan> seams();

    /// What it is put together from, by the ids of recordings; none of what is one recording, and
    /// of what could not be read.
    Map<String, SoundFile> recordings(Inputs inputs);

    /// The recording that is meant, where one file is; what is put together knows those of its
    /// stretches.
    AudioReference meant(AudioReference audio);
}
