package zelvan.engine;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zelvan.audio.AudioFileProblem;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.files.FileStamp;
import zelvan.render.RawSource;
import zelvan.session.AudioReference;
import zelvan.units.RecordedSpan;

/// Reads a file as it is now.
///
/// @param stamp by which it is another one as soon as somebody changes it
record Read(Path file, FileStamp stamp) implements Recorded {
    /// A file as it lies there now. Looks at the disk.
    static Read of(AudioReference audio) {
        return new Read(audio.file(), FileStamp.of(audio.file()));
    }

    @Override
    public List<RecordedSpan> seams() {
        return List.of();
    }

    @Override
    public Map<String, SoundFile> recordings(Inputs inputs) {
        return Map.of();
    }

    @Override
    public AudioReference meant(AudioReference audio) {
        return audio;
    }

    @Override
    public boolean takesLong() {
        return true;
    }

    @Override
    public List<Step<?>> needs() {
        return List.of();
    }

    @Override
    public Reading run(Inputs inputs) {
        try {
            SoundFile read = read(inputs.kept());
            return new Reading(
                    Optional.of(read), Optional.of(new RawSource(read.sound())), Optional.empty());
        } catch (AudioFileProblem e) {
            return new Reading(Optional.empty(), Optional.empty(), Optional.of(e));
        }
    }

    /// What was read of a file before is taken for granted as long as nobody writes to it.
    private SoundFile read(KeptWork kept) throws AudioFileProblem {
        Optional<SoundFile> known =
                kept.content(file, stamp).flatMap(sha256 -> SoundFiles.reopen(file, stamp, sha256));
        if (known.isPresent()) {
            return known.get();
        }
        SoundFile read = SoundFiles.read(file);
        kept.keep(file, stamp, read.sha256());
        return read;
    }

    /// What was found in a file belongs to its content as long as nobody has written to it.
    ///
    /// @throws StepFailed if somebody has, or if it could not be read
    void failIfChanged(SoundFile opened) {
        if (!opened.sound().isAsItWas()) {
            throw new StepFailed(AudioFileProblem.changedWhileOpen(file));
        }
    }

    @Override
    public long bytes(Reading value) {
        return value.file().map(SoundFile::sound).map(Sound::bytesInMemory).orElse(0L);
    }
}
