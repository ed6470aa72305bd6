package zelvan.engine;

import java.util.List;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.SoundFile;

/// What is heard in a file that could be read.
record Heard(Recorded read) implements Step<VoiceAnalysis> {
    /// Rows of 24 phonetic and of spectral numbers, pitch, voicing and level.
    private static final int BYTES_A_FRAME = 256;

    @Override
    public boolean takesLong() {
        return true;
    }

    @Override
    public List<Step<?>> needs() {
        return switch (read) {
            case Read ignored -> List.of(read);
            case Arranged arranged -> arranged.withHeard();
        };
    }

    @Override
    public VoiceAnalysis run(Inputs inputs) {
        return switch (read) {
            case Read file -> heardIn(inputs, file);
            case Arranged arranged -> arranged.heard(inputs);
        };
    }

    private static VoiceAnalysis heardIn(Inputs inputs, Read read) {
        SoundFile file = inputs.of(read).file().orElseThrow();
        return inputs.kept()
                .analysis(file.sha256())
                .orElseGet(() -> {
                    VoiceAnalysis made = new VoiceAnalyser().analyse(file.sound());
                    read.failIfChanged(file);
                    inputs.kept().keep(file.sha256(), made);
                    return made;
                });
    }

    @Override
    public long bytes(VoiceAnalysis value) {
        return (long) BYTES_A_FRAME * value.frames();
    }
}
