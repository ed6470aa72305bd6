package zelvan.bench.damage;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import zelvan.audio.AudioFileProblem;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.audio.SoundFormat.Container;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;

/// Damaged sound files of every kind that is read. The compressed kinds that are not written here
/// are made by a general-purpose converter (Debian's package ffmpeg), where it is installed.
final class AudioTrials {
    private static final double NOTHING_LOST_SECONDS = 0.03;
    private static final int HEAD_BYTES = 200;
    private static final List<List<String>> CONVERTED =
            List.of(
                    List.of("mp3", "-c:a", "libmp3lame", "-b:a", "48k"),
                    List.of("ogg", "-c:a", "libvorbis", "-q:a", "1"),
                    List.of("m4a", "-c:a", "aac", "-b:a", "48k"),
                    List.of("opus", "-c:a", "libopus", "-b:a", "24k"));

    private final Path folder;
    private final Map<String, byte[]> whole = new LinkedHashMap<>();
    private final Map<String, Double> seconds = new LinkedHashMap<>();

    /// @param folder for the files
    /// @param sound what they hold
    AudioTrials(Path folder, Sound sound) throws IOException, ZelvanProblem {
        this.folder = folder;
        write("16.wav", sound, SoundFormat.WAV_16);
        write("24.wav", sound, SoundFormat.WAV_24);
        write("float.wav", sound, SoundFormat.WAV_FLOAT);
        write("16.aiff", sound, new SoundFormat(Container.AIFF, 16, false));
        write("24.aiff", sound, new SoundFormat(Container.AIFF, 24, false));
        write("16.flac", sound, new SoundFormat(Container.FLAC, 16, false));
        write("24.flac", sound, new SoundFormat(Container.FLAC, 24, false));
        for (List<String> made : CONVERTED) {
            convert(made);
        }
    }

    /// The kinds of file.
    String kinds() {
        return String.join(", ", whole.keySet());
    }

    private void write(String name, Sound sound, SoundFormat format)
            throws IOException, ZelvanProblem {
        Path file = folder.resolve(name);
        SoundFiles.write(Target.temporary(file), sound, format);
        keep(name, file);
    }

    private void keep(String name, Path file) throws IOException, AudioFileProblem {
        whole.put(name, Files.readAllBytes(file));
        seconds.put(name, SoundFiles.read(file).sound().seconds());
    }

    private void convert(List<String> made) throws IOException, AudioFileProblem {
        Path file = folder.resolve("coded." + made.getFirst());
        List<String> command =
                new ArrayList<>(
                        List.of(
                                "ffmpeg",
                                "-v",
                                "error",
                                "-y",
                                "-i",
                                folder.resolve("16.wav") + ""));
        command.addAll(made.subList(1, made.size()));
        command.add(file.toString());
        try {
            Process process = new ProcessBuilder(command).inheritIO().start();
            if (process.waitFor() == 0) {
                keep("coded." + made.getFirst(), file);
            }
        } catch (IOException notInstalled) {
            // Its kinds are left out, and the list of kinds says so.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /// @param number tells which kind of file, in turn
    Trial trial(int number, long seed) {
        List<String> names = List.copyOf(whole.keySet());
        return trial(names.get(number % names.size()), seed);
    }

    private Trial trial(String name, long seed) {
        return new Trial(
                name + " " + seed,
                () -> {
                    byte[] bytes = Objects.requireNonNull(whole.get(name));
                    byte[] damaged = Damage.of(bytes, new Random(seed));
                    Path file =
                            Files.write(
                                    folder.resolve("damaged" + name.substring(name.indexOf('.'))),
                                    damaged);
                    try {
                        SoundFile read = SoundFiles.read(file);
                        return isShorter(read, name, damaged, bytes)
                                ? Trial.Outcome.SHORTER
                                : Trial.Outcome.FINE;
                    } catch (AudioFileProblem e) {
                        return Trial.Outcome.SAID;
                    }
                });
    }

    /// A rate or a length that is written otherwise in the head makes another file of it, whole in
    /// itself; what is asked about is sound that gets lost on the way.
    private boolean isShorter(SoundFile read, String name, byte[] damaged, byte[] bytes) {
        boolean sameHead =
                damaged.length > HEAD_BYTES
                        && Arrays.equals(damaged, 0, HEAD_BYTES, bytes, 0, HEAD_BYTES);
        return sameHead
                && read.sound().seconds() < seconds.getOrDefault(name, 0.0) - NOTHING_LOST_SECONDS;
    }
}
