package zelvan.exchange;

import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import zelvan.audio.BroadcastStamp;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.audio.TruePeak;
import zelvan.engine.Derived;
import zelvan.engine.DerivedVoice;
import zelvan.engine.Listening;
import zelvan.engine.Progress;
import zelvan.play.Mixer;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.problem.ZelvanProblem;
import zelvan.units.Decibels;

/// Writes what is heard to one stereo file: levels, mutes, solos, blend and bed as they stand.
public final class MixPrinter {
    /// No true peak is higher, as EBU R 128 asks.
    public static final double HIGHEST_PEAK_DECIBELS = -1;

    private static final int USUAL_RATE_HERTZ = 48_000;

    private MixPrinter() {}

    /// A printed mix.
    ///
    /// @param file where it is
    /// @param loweredDecibels by how much the whole mix was lowered to keep its peaks, 0 if it was
    ///   not
    public record Printed(Path file, double loweredDecibels) {
        /// What the user is told of its level.
        public String levelText() {
            return loweredDecibels == 0
                    ? ""
                    : String.format(
                            java.util.Locale.ROOT,
                            ", lowered by %.1f dB so that no true peak is over %.0f dB",
                            loweredDecibels,
                            HIGHEST_PEAK_DECIBELS);
        }
    }

    /// Prints the mix at the guide's rate, as WAV with 24 bits unless another format is given.
    ///
    /// @param folder receives `SESSION (mix).wav`
    /// @throws ZelvanProblem if the file would replace a recording, or cannot be written
    /// @throws CancellationException if it was cancelled
    public static Printed print(
            Derived derived, Path folder, Optional<SoundFormat> format, Progress progress)
            throws ZelvanProblem {
        Path file = folder.resolve(derived.session().name() + " (mix).wav");
        refuseToReplaceRecordings(derived, file);
        Optional<DerivedVoice> guide =
                derived.session().guide().flatMap(g -> derived.voice(g.id()));
        int rate =
                guide.flatMap(DerivedVoice::raw)
                        .map(r -> r.sampleRateHertz())
                        .orElse(USUAL_RATE_HERTZ);
        Path recording =
                derived.session().guide().map(g -> Path.of(g.audio().path())).orElse(folder);
        double startSeconds =
                guide.flatMap(DerivedVoice::file).map(f -> f.startSeconds()).orElse(0.0);
        Program program =
                new Listening(rate, 1).program(derived.session(), derived, Version.LOCKED);
        int frames = (int) Math.ceil(derived.seconds() * rate - 1e-6);
        Sound mixed = mixed(program, rate, frames, progress);
        double peak = Decibels.ofAmplitude(Math.max(1e-9, TruePeak.of(mixed)));
        double lowered = Math.max(0, peak - HIGHEST_PEAK_DECIBELS);
        SoundFiles.write(
                file,
                lowered > 0 ? scaled(mixed, (float) Decibels.toAmplitude(-lowered)) : mixed,
                format.orElse(SoundFormat.WAV_24),
                Optional.of(
                        BroadcastStamp.of(
                                recording, derived.session().name(), startSeconds, rate)));
        progress.report("Printing the mix", 1);
        return new Printed(file, lowered);
    }

    private static void refuseToReplaceRecordings(Derived derived, Path file)
            throws ExchangeProblem {
        boolean recording =
                derived.session().voices().stream()
                        .map(v -> Path.of(v.audio().path()))
                        .anyMatch(v -> VoicePrinter.isSame(v, file));
        if (recording) {
            throw new ExchangeProblem(
                    file, "printing here would replace the recording", "Choose another folder");
        }
    }

    private static Sound mixed(Program program, int rate, int frames, Progress progress) {
        VoicePrinter.Step step = new VoicePrinter.Step(progress, "Printing the mix", 0, 1);
        Mixer mixer = new Mixer();
        mixer.goOnFrom(program, 0);
        float[] left = new float[Mixer.BLOCK_FRAMES];
        float[] right = new float[Mixer.BLOCK_FRAMES];
        float[][] sides = new float[2][frames];
        for (int at = 0; at < frames; at += Mixer.BLOCK_FRAMES) {
            mixer.mix(program, at, left, right);
            int count = Math.min(Mixer.BLOCK_FRAMES, frames - at);
            System.arraycopy(left, 0, sides[0], at, count);
            System.arraycopy(right, 0, sides[1], at, count);
            step.reached((double) at / frames);
        }
        return Sound.owning(rate, sides);
    }

    private static Sound scaled(Sound sound, float factor) {
        float[][] sides = new float[sound.channelCount()][sound.frames()];
        for (int c = 0; c < sides.length; c++) {
            sound.read(c, 0, sides[c], 0, sides[c].length);
            for (int i = 0; i < sides[c].length; i++) {
                sides[c][i] *= factor;
            }
        }
        return Sound.owning(sound.sampleRateHertz(), sides);
    }
}
