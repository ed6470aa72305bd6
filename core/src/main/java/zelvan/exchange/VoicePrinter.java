package zelvan.exchange;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import zelvan.audio.AudioFileProblem;
import zelvan.audio.BroadcastStamp;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.engine.Derived;
import zelvan.engine.DerivedVoice;
import zelvan.engine.Progress;
import zelvan.problem.ZelvanProblem;
import zelvan.render.VoiceSource;
import zelvan.session.Voice;

/// Writes edited voices to files that drop back into the session they came from: same name, all
/// with the same start and length, and stamped with the guide's place in its song. Each file is
/// written beside its place and moved there when it is whole.
public final class VoicePrinter {
    private static final int BLOCK_FRAMES = 1 << 16;

    /// One voice to be printed.
    ///
    /// @param name of the voice
    /// @param original its file as recorded; never written to
    /// @param recorded format of that file
    /// @param source what is printed
    /// @param unchanged whether the source is the recording itself; it is then copied without any
    ///   loss
    /// @param startSeconds where the session begins on its song's clock
    public record Job(
            String name,
            Path original,
            SoundFormat recorded,
            VoiceSource source,
            boolean unchanged,
            double startSeconds) {
        double seconds() {
            return (double) source.frames() / source.sampleRateHertz();
        }
    }

    private VoicePrinter() {}

    /// What is printed of a session: every voice that follows the guide, and the guide if it is
    /// corrected. Voices whose file could not be read are left out.
    public static List<Job> jobs(Derived derived) {
        double start =
                derived.session()
                        .guide()
                        .flatMap(g -> derived.voice(g.id()))
                        .flatMap(DerivedVoice::file)
                        .map(SoundFile::startSeconds)
                        .orElse(0.0);
        List<Job> jobs = new ArrayList<>();
        for (Voice voice : derived.printable()) {
            DerivedVoice made = derived.voice(voice.id()).orElseThrow();
            if (made.file().isPresent()) {
                jobs.add(
                        new Job(
                                voice.name(),
                                Path.of(voice.audio().path()),
                                made.file().get().format(),
                                made.locked().orElseThrow(),
                                made.isUnchanged(),
                                start));
            }
        }
        return jobs;
    }

    /// Prints all voices into a folder.
    ///
    /// @param format of the printed files; each as it was recorded if empty
    /// @param progress is told how far it is, and asked whether to go on
    /// @return the files, in the order of the jobs
    /// @throws ZelvanProblem if a printed file would replace an original, or the folder cannot be
    ///   written
    /// @throws CancellationException if it was cancelled; what was printed before is complete
    public static List<Path> print(
            List<Job> jobs, Path folder, Optional<SoundFormat> format, Progress progress)
            throws ZelvanProblem {
        double seconds = jobs.stream().mapToDouble(Job::seconds).max().orElse(0);
        List<Path> targets = targets(jobs, folder, format);
        for (int i = 0; i < jobs.size(); i++) {
            Job job = jobs.get(i);
            double before = (double) i / jobs.size();
            double share = 1.0 / jobs.size();
            Step step = new Step(progress, "Printing " + job.name, before, share);
            long frames = (long) Math.ceil(seconds * job.source().sampleRateHertz() - 1e-6);
            print(job, targets.get(i), format.orElse(job.recorded), frames, step);
        }
        progress.report("Printing", 1);
        return targets;
    }

    /// Part of the work, and how far it is.
    record Step(Progress progress, String what, double before, double share) {
        /// @param done of this part, 0 to 1
        void reached(double done) {
            if (progress.cancelled()) {
                throw new CancellationException("printing was cancelled");
            }
            progress.report(what, before + done * share);
        }
    }

    private static void print(Job job, Path target, SoundFormat format, long frames, Step step)
            throws AudioFileProblem {
        step.reached(0);
        Optional<BroadcastStamp> stamp =
                Optional.of(
                        BroadcastStamp.of(
                                job.original,
                                job.name,
                                job.startSeconds,
                                job.source.sampleRateHertz()));
        boolean copied =
                job.unchanged
                        && format.equals(job.recorded)
                        && SoundFiles.copySamples(job.original, target, frames, stamp);
        if (!copied) {
            SoundFiles.write(target, rendered(job.source, frames, step), format, stamp);
        }
    }

    private static Sound rendered(VoiceSource source, long frames, Step step) {
        float[][] channels = new float[source.channelCount()][Math.toIntExact(frames)];
        float[] block = new float[BLOCK_FRAMES];
        for (int at = 0; at < frames; at += BLOCK_FRAMES) {
            int count = (int) Math.min(BLOCK_FRAMES, frames - at);
            for (int c = 0; c < channels.length; c++) {
                source.read(c, at, block, count);
                System.arraycopy(block, 0, channels[c], at, count);
            }
            step.reached((double) at / frames);
        }
        return Sound.owning(source.sampleRateHertz(), channels);
    }

    private static List<Path> targets(List<Job> jobs, Path folder, Optional<SoundFormat> format)
            throws ExchangeProblem {
        List<Path> targets = new ArrayList<>();
        for (Job job : jobs) {
            Path target = freeName(folder, nameFor(job, format.orElse(job.recorded)), targets);
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

    private static String nameFor(Job job, SoundFormat format) {
        String name = String.valueOf(job.original().getFileName());
        String wanted = format.container().extension();
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

    static boolean isSame(Path a, Path b) {
        try {
            return Files.exists(a) && Files.exists(b) && Files.isSameFile(a, b);
        } catch (java.io.IOException e) {
            return a.toAbsolutePath().normalize().equals(b.toAbsolutePath().normalize());
        }
    }
}
