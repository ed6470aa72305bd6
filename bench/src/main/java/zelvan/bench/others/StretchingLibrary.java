package zelvan.bench.others;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;
import zelvan.render.Shape;
import zelvan.timing.TimeMap;

/// A general-purpose library for stretching time and shifting pitch, by its command line (Debian's
/// package rubberband-cli): its finest mode, formants kept.
public final class StretchingLibrary {
    private static final String COMMAND = "rubberband";

    /// With a point of the time map every 10 ms the library loses its place.
    private static final double MAP_STEP_SECONDS = 0.2;

    private static final double PITCH_STEP_SECONDS = 0.01;

    /// Its pitch map acts early by about so much: corrected in its favour.
    private static final double PITCH_EARLY_SECONDS = 0.083;

    private StretchingLibrary() {}

    /// @param seconds of computing
    public record Made(Sound sound, double seconds) {}

    public static boolean isHere() {
        return Command.isHere(COMMAND);
    }

    /// @param folder for its files
    /// @return nothing if the command fails, or if both maps bend: its command line takes no time
    ///   map together with a pitch map
    public static Optional<Made> run(Sound sound, Shape shape, Path folder)
            throws IOException, ZelvanProblem {
        Path in = folder.resolve("in.wav");
        Path out = folder.resolve("out.wav");
        Path map = folder.resolve("map.txt");
        Files.deleteIfExists(out);
        SoundFiles.write(Target.temporary(in), sound, SoundFormat.WAV_FLOAT);
        double length = shape.time().outputSecondsAt(sound.seconds());
        List<String> command =
                new ArrayList<>(
                        List.of(
                                COMMAND,
                                "--fine",
                                "--formant",
                                "--quiet",
                                "--time",
                                String.format(Locale.ROOT, "%.9f", length / sound.seconds())));
        boolean bentTime = shape.time().size() > 2;
        boolean bentPitch = shape.pitch().size() > 2;
        if (bentTime && shape.pitch().size() > 0) {
            return Optional.empty();
        }
        if (bentTime) {
            Files.write(map, timeMap(sound, shape.time()));
            command.addAll(List.of("--timemap", map.toString()));
        }
        if (bentPitch) {
            Files.write(map, pitchMap(sound, shape));
            command.addAll(List.of("--pitch", "0", "--pitchmap", map.toString()));
        } else {
            double cents = shape.pitch().centsAt(0.5 * sound.seconds());
            command.addAll(List.of("--pitch", String.format(Locale.ROOT, "%.4f", cents / 100)));
        }
        command.addAll(List.of(in.toString(), out.toString()));
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
        } finally {
            for (Path used : List.of(in, out, map)) {
                Files.deleteIfExists(used);
            }
        }
    }

    private static List<String> timeMap(Sound sound, TimeMap time) {
        List<String> lines = new ArrayList<>();
        for (double t = MAP_STEP_SECONDS; t < sound.seconds(); t += MAP_STEP_SECONDS) {
            lines.add(frame(sound, t) + " " + frame(sound, time.outputSecondsAt(t)));
        }
        return lines;
    }

    private static List<String> pitchMap(Sound sound, Shape shape) {
        List<String> lines = new ArrayList<>();
        lines.add(pitchLine(0, shape.pitch().centsAt(0)));
        for (double t = 0; t < sound.seconds(); t += PITCH_STEP_SECONDS) {
            long at = frame(sound, t + PITCH_EARLY_SECONDS);
            lines.add(pitchLine(at, shape.pitch().centsAt(t)));
        }
        return lines;
    }

    private static String pitchLine(long frame, double cents) {
        return String.format(Locale.ROOT, "%d %.6f", frame, cents / 100);
    }

    private static long frame(Sound sound, double seconds) {
        return Math.round(seconds * sound.sampleRateHertz());
    }
}
