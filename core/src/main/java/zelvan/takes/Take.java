package zelvan.takes;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import zelvan.align.Pass;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.measure.TakeFigures;
import zelvan.session.AudioReference;

/// One time that a line was sung: a recording, or one pass of it.
///
/// @param recordingId of the session
/// @param audio the recording as it was read
/// @param number of the pass in its recording, from 1
/// @param passes how many there are in it
/// @param sound of the recording
/// @param seconds of what is heard in it
/// @param analysis what is heard in it, read anew where nobody holds it: a song may have hundreds
///   of takes, and few are chosen
/// @param pass how it goes with the guide
/// @param figures of each phrase of the guide; empty where it is not sung
public record Take(
        String recordingId,
        AudioReference audio,
        int number,
        int passes,
        Sound sound,
        double seconds,
        Supplier<VoiceAnalysis> analysis,
        Pass pass,
        List<Optional<TakeFigures>> figures) {
    public Take {
        figures = List.copyOf(figures);
    }

    Laid laid(double shiftSeconds) {
        return new Laid(analysis.get(), sound, shiftSeconds);
    }

    /// By which the same recording is known in several voices.
    String content() {
        return audio.sha256();
    }

    /// Whether the recording goes through the song once.
    boolean isWhole() {
        return passes == 1;
    }

    /// Whether it is the same pass of the same recording.
    public boolean isSame(Take other) {
        return recordingId.equals(other.recordingId) && number == other.number;
    }
}
