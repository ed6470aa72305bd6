package zelvan.bench.quality;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;

/// A general-purpose library for stretching time and shifting pitch, by its command line (Debian's
/// package rubberband-cli): its finest mode, formants kept.
final class StretchingLibrary {
    private static final String COMMAND = "rubberband";

    private StretchingLibrary() {}

    /// @param seconds of computing
    record Made(Sound sound, double seconds) {}

    static boolean isHere() {
        try {
            return new ProcessBuilder(COMMAND, "--version")
                            .redirectErrorStream(true)
                            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                            .start()
                            .waitFor()
                    <= 2;
        } catch (IOException e) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    /// @return nothing if the command fails
    static Optional<Made> run(Sound sound, double stretch, double cents, Path folder)
            throws IOException, ZelvanProblem {
        Path in = folder.resolve("in.wav");
        Path out = folder.resolve("out.wav");
        Files.deleteIfExists(out);
        SoundFiles.write(Target.temporary(in), sound, SoundFormat.WAV_FLOAT);
        List<String> command =
                List.of(
                        COMMAND,
                        "--fine",
                        "--formant",
                        "--quiet",
                        "--time",
                        String.format(Locale.ROOT, "%.6f", stretch),
                        "--pitch",
                        String.format(Locale.ROOT, "%.4f", cents / 100),
                        in.toString(),
                        out.toString());
        long before = System.nanoTime();
        try {
            int code =
                    new ProcessBuilder(command)
                            .redirectErrorStream(true)
                            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                            .start()
                            .waitFor();
            double seconds = (System.nanoTime() - before) / 1e9;
            return code == 0
                    ? Optional.of(new Made(SoundFiles.read(out).sound(), seconds))
                    : Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }
}
