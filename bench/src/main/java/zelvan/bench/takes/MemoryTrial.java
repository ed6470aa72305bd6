package zelvan.bench.takes;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.stream.Stream;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.bench.Scratch;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Session;
import zelvan.singers.TakeTrials;

/// How much memory 24 voices of twelve takes each take, a minute long, until all of them are told:
/// what the process has resident at the end, and at most.
final class MemoryTrial {
    private static final int VOICES = 24;
    private static final int TAKES = 12;
    private static final double SECONDS = 60;

    private MemoryTrial() {}

    static List<String> run(long seed) throws IOException, ZelvanProblem, InterruptedException {
        try (Scratch scratch = Scratch.named("zelvan-memory")) {
            Path voices = Files.createDirectories(scratch.folder().resolve("voices"));
            write(TakeTrials.ofVoice(TAKES, SECONDS, seed), voices);
            Session session = VoiceFolder.session(List.of(voices));
            long began = System.nanoTime();
            try (Engine engine = new Engine(new KeptWork(scratch.folder().resolve("kept")))) {
                CountDownLatch complete = new CountDownLatch(VOICES);
                Map<String, Boolean> done = new ConcurrentHashMap<>();
                var derived =
                        engine.want(
                                session,
                                List.of(),
                                Progress.NONE,
                                soFar ->
                                        soFar.takes()
                                                .forEach((id, map) -> {
                                                    if (map.isComplete()
                                                            && done.put(id, true) == null) {
                                                        complete.countDown();
                                                    }
                                                }));
                complete.await();
                int takes =
                        derived.join().session().followers().stream()
                                .mapToInt(v -> v.layer().takes().size())
                                .sum();
                long told = System.nanoTime();
                System.gc();
                Map<String, String> status = status();
                return List.of(
                        "%d takes of %d voices of %.0f s: told after %.0f s; resident %s, at most %s"
                                .formatted(
                                        takes,
                                        session.followers().size(),
                                        SECONDS,
                                        (told - began) / 1e9,
                                        status.get("VmRSS"),
                                        status.get("VmHWM")));
            }
        }
    }

    /// Every voice is as loud as no other, and so of another content.
    private static void write(TakeTrials.Trial trial, Path folder) throws ZelvanProblem {
        SoundFiles.write(
                Target.fresh(folder.resolve("lead.wav")),
                trial.guide().sound(),
                SoundFormat.WAV_16);
        for (int v = 0; v < VOICES; v++) {
            for (int t = 0; t < TAKES; t++) {
                SoundFiles.write(
                        Target.fresh(
                                folder.resolve("double %d take %d.wav".formatted(v + 1, t + 1))),
                        trial.takes().get(t).sound().times(1 - 0.02f * v),
                        SoundFormat.WAV_16);
            }
        }
    }

    /// What the kernel says of this process: proc(5), `/proc/self/status`.
    private static Map<String, String> status() throws IOException {
        Map<String, String> status = new ConcurrentHashMap<>();
        try (Stream<String> lines = Files.lines(Path.of("/proc/self/status"))) {
            lines.map(line -> line.split(":\\s+", 2))
                    .filter(parts -> parts.length == 2)
                    .forEach(parts -> status.put(parts[0], parts[1]));
        }
        return status;
    }
}
