package zelvan.exchange;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import zelvan.audio.AudioFileProblem;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.problem.ZelvanProblem;
import zelvan.render.VoiceSource;

/// Writes edited voices to files that drop back into the session they came from: same name, same
/// format, all with the same start and length.
public final class VoicePrinter {
    /// One voice to be printed.
    ///
    /// @param original its file as recorded; never written to
    /// @param format of that file
    /// @param source what is printed
    /// @param unchanged whether the source is the recording itself; it is then copied without any
    ///   loss
    public record Job(Path original, SoundFormat format, VoiceSource source, boolean unchanged) {}

    private VoicePrinter() {}

    /// Prints all voices into a folder.
    ///
    /// @param cancelled asked before each voice
    /// @return the files, in the order of the jobs
    /// @throws ZelvanProblem if a printed file would replace an original, or the folder cannot be
    ///   written
    /// @throws CancellationException if it was cancelled; what was printed before is complete
    public static List<Path> print(List<Job> jobs, Path folder, BooleanSupplier cancelled)
            throws ZelvanProblem {
        double seconds = 0;
        for (Job job : jobs) {
            seconds =
                    Math.max(
                            seconds,
                            (double) job.source().frames() / job.source().sampleRateHertz());
        }
        List<Path> targets = targets(jobs, folder);
        for (int i = 0; i < jobs.size(); i++) {
            if (cancelled.getAsBoolean()) {
                throw new CancellationException("printing was cancelled");
            }
            Job job = jobs.get(i);
            long frames = (long) Math.ceil(seconds * job.source().sampleRateHertz() - 1e-6);
            print(job, targets.get(i), frames);
        }
        return targets;
    }

    private static void print(Job job, Path target, long frames) throws AudioFileProblem {
        boolean copied = job.unchanged() && SoundFiles.copySamples(job.original(), target, frames);
        if (!copied) {
            SoundFiles.write(target, rendered(job.source(), frames), job.format());
        }
    }

    private static Sound rendered(VoiceSource source, long frames) {
        float[][] channels = new float[source.channelCount()][Math.toIntExact(frames)];
        for (int c = 0; c < channels.length; c++) {
            source.read(c, 0, channels[c], channels[c].length);
        }
        return Sound.owning(source.sampleRateHertz(), channels);
    }

    private static List<Path> targets(List<Job> jobs, Path folder) throws ExchangeProblem {
        List<Path> targets = new ArrayList<>();
        for (Job job : jobs) {
            Path target = freeName(folder, nameFor(job), targets);
            Optional<Path> replaced =
                    jobs.stream()
                            .map(Job::original)
                            .filter(original -> isSame(original, target))
                            .findFirst();
            if (replaced.isPresent()) {
                throw new ExchangeProblem(
                        target,
                        "printing here would replace the recording",
                        "Choose another folder");
            }
            targets.add(target);
        }
        return targets;
    }

    private static String nameFor(Job job) {
        String name = String.valueOf(job.original().getFileName());
        String wanted = job.format().container().extension();
        int dot = name.lastIndexOf('.');
        String stem = dot > 0 ? name.substring(0, dot) : name;
        String extension = dot > 0 ? name.substring(dot + 1) : "";
        boolean fits =
                extension.equalsIgnoreCase(wanted)
                        || (wanted.equals("aiff") && extension.equalsIgnoreCase("aif"))
                        || (wanted.equals("wav") && extension.equalsIgnoreCase("wave"));
        return fits ? name : stem + "." + wanted;
    }

    /// Two voices of one name from different folders are both kept.
    private static Path freeName(Path folder, String name, List<Path> taken) {
        Path target = folder.resolve(name);
        for (int n = 2; taken.contains(target); n++) {
            int dot = name.lastIndexOf('.');
            target = folder.resolve(name.substring(0, dot) + " (" + n + ")" + name.substring(dot));
        }
        return target;
    }

    private static boolean isSame(Path a, Path b) {
        try {
            return Files.exists(a) && Files.exists(b) && Files.isSameFile(a, b);
        } catch (java.io.IOException e) {
            return a.toAbsolutePath().normalize().equals(b.toAbsolutePath().normalize());
        }
    }
}
