package zelvan.exchange;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.files.FileStamp;
import zelvan.session.Clip;
import zelvan.session.Layer;
import zelvan.units.RecordedSpan;

/// Recordings that say when they began, as broadcast WAV files do (EBU Tech 3285, time reference):
/// where the guide's file says that too, they lie as far from it as they say.
final class StampedStart {
    /// What is closer began together.
    private static final double SAME_SECONDS = 0.001;

    private StampedStart() {}

    /// What a voice is made of: all of its recording, or what of it lies after the guide's
    /// beginning.
    ///
    /// @param sung as it would be if nothing were said
    /// @param guide the file of the guide
    static Layer placed(Layer sung, Path file, Path guide) {
        Optional<SoundFile> own = opened(file);
        Optional<SoundFile> lead = opened(guide);
        if (own.isEmpty() || lead.isEmpty() || own.get().startSeconds() == 0) {
            return sung;
        }
        double later = own.get().startSeconds() - lead.get().startSeconds();
        double seconds = own.get().sound().seconds();
        boolean apart = lead.get().startSeconds() > 0 && Math.abs(later) > SAME_SECONDS;
        double from = Math.max(0, -later);
        return !apart || seconds - from < Clip.SHORTEST_SECONDS
                ? sung
                : sung.withClips(
                        List.of(
                                Clip.of(
                                        sung.clips().getFirst().recordingId(),
                                        new RecordedSpan(from, seconds),
                                        Math.max(0, later))));
    }

    private static Optional<SoundFile> opened(Path file) {
        return SoundFiles.reopen(file, FileStamp.of(file), "");
    }
}
