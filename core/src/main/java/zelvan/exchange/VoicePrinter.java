package zelvan.exchange;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.audio.BroadcastStamp;
import zelvan.audio.Headroom;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.engine.Progress;
import zelvan.files.Output;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.problem.ZelvanProblem;
import zelvan.render.VoiceSource;
import zelvan.session.Session;
import zelvan.session.Voice;

/// Writes edited voices to files that drop back into the session they came from: same name, all
/// with the same start and length, and stamped with the guide's place in its song. Each file is
/// written beside its place and moved there when it is whole.
public final class VoicePrinter {
    private static final Logger LOG = LoggerFactory.getLogger(VoicePrinter.class);
    private static final int BLOCK_FRAMES = 1 << 16;

    /// One voice to be printed.
    ///
    /// @param name of the voice
    /// @param original its file as recorded; never written to
    /// @param fileName how its print is called
    /// @param recording what was read of that file
    /// @param recorded format of that file
    /// @param source what is printed; where it is the recording itself, nothing is lost
    /// @param startSeconds where the session begins on its song's clock
    /// @param others further files that the voice is made of, or may be: its clips and takes
    public record Job(
            String name,
            Path original,
            String fileName,
            Sound recording,
            SoundFormat recorded,
            VoiceSource source,
            double startSeconds,
            List<Path> others) {
        /// A voice that is made of one file.
        public Job(
                String name,
                Path original,
                String fileName,
                Sound recording,
                SoundFormat recorded,
                VoiceSource source,
                double startSeconds) {
            this(name, original, fileName, recording, recorded, source, startSeconds, List.of());
        }

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
                                derived.session().audioOf(voice).file(),
                                fileName(derived.session(), voice),
                                made.file().get().sound(),
                                made.file().get().format(),
                                made.locked().orElseThrow(),
                                start,
                                files(derived.session(), voice)));
            }
        }
        return jobs;
    }

    private static List<Path> files(Session session, Voice voice) {
        return voice.layer().recordingIds().stream()
                .flatMap(id -> session.recording(id).stream())
                .map(recording -> recording.audio().file())
                .toList();
    }

    /// The files that the jobs make, in their order.
    ///
    /// @param format of the printed files; each as it was recorded if empty
    public static List<Output> outputs(List<Job> jobs, Path folder, Optional<SoundFormat> format) {
        List<Output> outputs = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        for (Job job : jobs) {
            String name = freeName(nameFor(job, format.orElse(job.recorded)), taken);
            outputs.add(new Output(folder.resolve(name), job.original, job.others));
        }
        return outputs;
    }

    /// What came of printing.
    ///
    /// @param printed in the order of the jobs
    /// @param failed why others were not; those that were are complete
    public record Outcome(List<Printed> printed, List<ZelvanProblem> failed) {}

    /// Prints all voices into a folder. One that cannot be printed does not keep the others from
    /// it.
    ///
    /// @param targets decides what may be written
    /// @param progress is told how far it is, and asked whether to go on
    /// @throws ZelvanProblem if one of the files must not be written, and then none is; or if the
    ///   system does not let it
    /// @throws CancellationException if it was cancelled; what was printed before is complete
    public static Outcome print(
            List<Job> jobs, Path folder, Delivery delivery, Targets targets, Progress progress)
            throws ZelvanProblem {
        double seconds = jobs.stream().mapToDouble(Job::seconds).max().orElse(0);
        List<Target> files = new ArrayList<>();
        for (Output output : outputs(jobs, folder, delivery.format())) {
            files.add(targets.target(output));
        }
        List<Printed> printed = new ArrayList<>();
        List<ZelvanProblem> failed = new ArrayList<>();
        for (int i = 0; i < jobs.size(); i++) {
            Job job = jobs.get(i);
            double before = (double) i / jobs.size();
            double share = 1.0 / jobs.size();
            Step step = new Step(progress, "Printing " + job.name, before, share);
            step.reached(0);
            long frames = (long) Math.ceil(seconds * job.source().sampleRateHertz() - 1e-6);
            SoundFormat format = delivery.format().orElse(job.recorded);
            try {
                Sound sound = rendered(job.source, format, frames, step);
                printed.add(print(job, sound, files.get(i), format, delivery));
            } catch (ExchangeProblem e) {
                failed.add(e);
            } catch (CancellationException e) {
                throw e;
            } catch (RuntimeException e) {
                LOG.error("{} could not be printed", job.name, e);
                failed.add(ExchangeProblem.notPrinted(job.name, e));
            }
        }
        progress.report("Printing", 1);
        return new Outcome(printed, failed);
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

    private static Printed print(
            Job job, Sound rendered, Target target, SoundFormat format, Delivery delivery)
            throws ZelvanProblem {
        Optional<BroadcastStamp> stamp =
                Optional.of(
                        BroadcastStamp.of(
                                job.original,
                                job.name,
                                job.startSeconds,
                                job.source.sampleRateHertz()));
        Turned turned =
                delivery.voicePeakDecibels()
                        .map(peak -> Turned.toPeak(rendered, peak))
                        .orElse(Turned.not(rendered));
        Headroom.Fitted fitted = Headroom.fit(turned.sound(), format);
        failIfChanged(job.original, job.recording);
        SoundFiles.write(target, fitted.sound(), format, stamp);
        return new Printed(
                target.path(),
                fitted.loweredDecibels() - turned.louderDecibels(),
                fitted.words().isEmpty() ? turned.words() : fitted.words());
    }

    /// Nothing is printed of a file that somebody wrote to meanwhile.
    static void failIfChanged(Path file, Sound recording) throws ExchangeProblem {
        if (!recording.isAsItWas()) {
            throw new ExchangeProblem(
                    file,
                    "it was changed while it was being printed",
                    "Print again when nobody writes to it any more");
        }
    }

    private static Sound rendered(VoiceSource source, SoundFormat format, long frames, Step step) {
        int count = source.channelCount();
        int length = Math.toIntExact(frames);
        if (format.needsDoubles()) {
            double[][] channels = new double[count][length];
            double[] block = new double[BLOCK_FRAMES];
            eachBlock(
                    count,
                    length,
                    step,
                    (c, at, here) -> {
                        source.read(c, at, block, here);
                        System.arraycopy(block, 0, channels[c], at, here);
                    });
            return Sound.owning(source.sampleRateHertz(), channels);
        }
        float[][] channels = new float[count][length];
        float[] block = new float[BLOCK_FRAMES];
        eachBlock(
                count,
                length,
                step,
                (c, at, here) -> {
                    source.read(c, at, block, here);
                    System.arraycopy(block, 0, channels[c], at, here);
                });
        return Sound.owning(source.sampleRateHertz(), channels);
    }

    private interface Block {
        void read(int channel, int at, int count);
    }

    private static void eachBlock(int channels, int frames, Step step, Block block) {
        for (int at = 0; at < frames; at += BLOCK_FRAMES) {
            int count = Math.min(BLOCK_FRAMES, frames - at);
            for (int c = 0; c < channels; c++) {
                block.read(c, at, count);
            }
            step.reached((double) at / frames);
        }
    }

    /// A voice is printed under the name of its recording; one that is chosen from several, under
    /// its own.
    private static String fileName(Session session, Voice voice) {
        String original = String.valueOf(session.audioOf(voice).file().getFileName());
        return voice.layer().takes().isEmpty()
                ? original
                : voice.name().replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", "_")
                        + original.substring(Math.max(0, original.lastIndexOf('.')));
    }

    private static String nameFor(Job job, SoundFormat format) {
        String name = job.fileName;
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

    /// Two voices of one name from different folders are both kept; some file systems do not tell
    /// cases apart.
    private static String freeName(String name, Set<String> taken) {
        int dot = name.lastIndexOf('.');
        String free = name;
        for (int n = 2; !taken.add(free.toLowerCase(Locale.ROOT)); n++) {
            free = name.substring(0, dot) + " (" + n + ")" + name.substring(dot);
        }
        return free;
    }
}
