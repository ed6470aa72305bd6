package zelvan.engine;

import java.lang.ref.WeakReference;
import java.util.function.Supplier;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.SoundFile;

/// What is heard in a recording, which stays on disk as long as nobody needs it: for five minutes
/// it takes eight megabytes.
///
/// Of the same content it is the same.
///
/// Thread safety: any thread may call it.
final class AnalysisOnDisk implements Supplier<VoiceAnalysis> {
    private final KeptWork kept;
    private final SoundFile file;
    private WeakReference<VoiceAnalysis> lately;

    /// @param heard what is heard in the file, as it is known now
    AnalysisOnDisk(KeptWork kept, SoundFile file, VoiceAnalysis heard) {
        this.kept = kept;
        this.file = file;
        lately = new WeakReference<>(heard);
    }

    @Override
    public synchronized VoiceAnalysis get() {
        VoiceAnalysis there = lately.get();
        if (there != null) {
            return there;
        }
        VoiceAnalysis read =
                kept.analysis(file.sha256())
                        .orElseGet(() -> new VoiceAnalyser().analyse(file.sound()));
        lately = new WeakReference<>(read);
        return read;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof AnalysisOnDisk same && same.file.sha256().equals(file.sha256());
    }

    @Override
    public int hashCode() {
        return file.sha256().hashCode();
    }
}
