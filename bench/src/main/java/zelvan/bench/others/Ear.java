package zelvan.bench.others;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;

/// Hears pitch: by autocorrelation, with another program's ear where that is here, else with ours.
public final class Ear {
    private static final double HOP_SECONDS = 0.005;

    private final Path folder;
    private final Optional<OtherTracker> other;

    /// @param folder for files in between
    public Ear(Path folder) {
        this.folder = folder;
        this.other =
                OtherTracker.ALL.stream()
                        .filter(o -> o.name().equals("autocorrelation") && o.isHere())
                        .findFirst();
    }

    /// Whose it is.
    public String words() {
        return other.map(o -> "Pitch is heard by " + o + ".")
                .orElse("Pitch is heard by ourselves (praat is not here).");
    }

    public PitchTrack hear(Sound sound) throws IOException, ZelvanProblem {
        if (other.isEmpty()) {
            return new VoiceAnalyser().analyse(sound).pitch();
        }
        Path file = folder.resolve("heard.wav");
        SoundFiles.write(Target.temporary(file), sound, SoundFormat.WAV_FLOAT);
        Optional<DoubleUnaryOperator> heard = other.get().hear(file, sound.sampleRateHertz());
        Files.delete(file);
        float[] hertz = new float[1 + (int) (sound.seconds() / HOP_SECONDS)];
        Arrays.fill(hertz, Float.NaN);
        for (int f = 0; f < hertz.length && heard.isPresent(); f++) {
            double told = heard.get().applyAsDouble(f * HOP_SECONDS);
            hertz[f] = told > 0 ? (float) told : Float.NaN;
        }
        return new PitchTrack(HOP_SECONDS, hertz, new float[hertz.length]);
    }
}
