package zelvan.bench.kills;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.bench.Scratch;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.engine.Progress;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.session.SessionFile;
import zelvan.singers.DemoSession;

/// Kills the program at random moments, and looks at what it left: `scripts/kills [N]`.
///
/// A quarter of N (200) each while it saves, prints, analyses, and while its window is open and
/// something is being turned. Nothing that was older than two seconds may be lost, no file may be
/// there by half, and the next start must go on.
public final class KillsBench {
    private static final long SEED = 20_261_127;
    private static final int RATE_HERTZ = 48_000;
    private static final double SECONDS = 8;
    private static final long NOTHING_OLDER_IS_LOST_MILLIS = 2000;

    private final Path folder;
    private final PrintStream out;
    private final Random random = new Random(SEED);
    private final List<String> faults = new ArrayList<>();

    private KillsBench(Path folder, PrintStream out) {
        this.folder = folder;
        this.out = out;
    }

    public static void main(String[] arguments) throws Exception {
        int count = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 200;
        List<String> faults;
        try (Scratch scratch = Scratch.named("zelvan-kills")) {
            KillsBench bench = new KillsBench(scratch.folder(), System.out);
            bench.run(count / 4);
            faults = bench.faults;
        }
        faults.forEach(fault -> System.out.println("    " + fault));
        System.exit(faults.isEmpty() ? 0 : 1);
    }

    private interface Look {
        /// @param last what the killed process had said that was done, the newest last
        /// @param killedMillis when
        void at(List<Done> last, long killedMillis) throws Exception;
    }

    private record Done(int state, long millis) {}

    private void run(int each) throws Exception {
        sing();
        kill("save", each, 4000, this::lookAtSaved);
        kill("print", each, 9000, this::lookAtPrinted);
        kill("analyse", each, 8000, this::lookAtKept);
        kill("window", each, 12_000, this::lookAtWindow);
    }

    private void sing() throws Exception {
        Path demo = folder.resolve("demo");
        DemoSession.write(demo, Targets.replacingNothing());
        for (String name : List.of("Mara lead.wav", "Mara double right.wav", "Odo octave.wav")) {
            Sound whole = SoundFiles.read(demo.resolve(name)).sound();
            float[] samples = new float[(int) (SECONDS * RATE_HERTZ)];
            whole.read(0, 0, samples, 0, samples.length);
            SoundFiles.write(
                    Target.fresh(Victim.song(folder).resolve(name)),
                    Sound.owning(RATE_HERTZ, samples),
                    SoundFormat.WAV_24);
        }
    }

    private void kill(String work, int times, long longestMillis, Look look) throws Exception {
        int before = faults.size();
        int inTime = 0;
        for (int i = 0; i < times; i++) {
            Process victim = start(work);
            List<Done> done = new ArrayList<>();
            Thread listener = listen(victim, done);
            Thread.sleep(200 + (long) (random.nextDouble() * longestMillis));
            long killed = System.currentTimeMillis();
            victim.destroyForcibly().waitFor();
            listener.join();
            inTime += done.isEmpty() ? 0 : 1;
            try {
                look.at(done, killed);
            } catch (Exception e) {
                faults.add(work + " " + i + ": " + e);
            }
        }
        out.println(
                work
                        + ": "
                        + times
                        + " kills, "
                        + inTime
                        + " of them after something was done; "
                        + (faults.size() - before)
                        + " faults");
    }

    private Process start(String work) throws IOException {
        return new ProcessBuilder(Victim.command(work, folder))
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
    }

    private static Thread listen(Process victim, List<Done> done) {
        return Thread.ofVirtual()
                .start(() -> {
                    try (BufferedReader in = victim.inputReader(StandardCharsets.UTF_8)) {
                        in.lines()
                                .map(line -> line.split(" "))
                                .filter(parts -> parts.length == 2)
                                .forEach(parts ->
                                        done.add(
                                                new Done(
                                                        Integer.parseInt(parts[0]),
                                                        Long.parseLong(parts[1]))));
                    } catch (IOException | java.io.UncheckedIOException e) {
                        // The pipe of a killed process.
                    }
                });
    }

    /// Whatever was saved is there.
    private void lookAtSaved(List<Done> done, long killed) throws Exception {
        Path file = Victim.saved(folder);
        if (Files.exists(file) || !done.isEmpty()) {
            int state = Victim.stateOf(SessionFile.read(file));
            if (!done.isEmpty() && state < done.getLast().state()) {
                faults.add("saved " + done.getLast() + ", there is " + state);
            }
            Files.delete(file);
        }
    }

    /// Every file under a final name is whole, and can be printed again.
    private void lookAtPrinted(List<Done> done, long killed) throws Exception {
        if (!Files.isDirectory(Victim.printed(folder))) {
            return;
        }
        try (Stream<Path> files = Files.list(Victim.printed(folder))) {
            for (Path file : files.filter(f -> !f.toString().endsWith("-part")).toList()) {
                double seconds = SoundFiles.read(file).sound().seconds();
                if (Math.abs(seconds - SECONDS) > 1) {
                    faults.add(file + " has " + seconds + " s");
                }
            }
        }
    }

    /// The next start works it out.
    private void lookAtKept(List<Done> done, long killed) throws Exception {
        try (Engine engine = new Engine(Victim.kept(folder))) {
            Derived derived = engine.derive(Victim.session(folder), Progress.NONE);
            if (!derived.problems().isEmpty()) {
                faults.add("analysing again: " + derived.problems().getFirst().getMessage());
            }
        }
        try (Stream<Path> kept = Files.walk(folder.resolve("kept"))) {
            for (Path file : kept.filter(Files::isRegularFile).toList()) {
                Files.delete(file);
            }
        }
    }

    /// The window opened again finds what was there two seconds before.
    private void lookAtWindow(List<Done> done, long killed) throws Exception {
        int needed =
                done.stream()
                        .filter(d -> d.millis() < killed - NOTHING_OLDER_IS_LOST_MILLIS)
                        .mapToInt(Done::state)
                        .max()
                        .orElse(0);
        Process again = start("again");
        List<Done> found = new ArrayList<>();
        Thread listener = listen(again, found);
        again.waitFor();
        listener.join();
        int there = found.isEmpty() ? -1 : found.getLast().state();
        if (there < needed) {
            faults.add("state " + needed + " was older than 2 s, there is " + there);
        }
        forgetAutosaves();
    }

    private void forgetAutosaves() throws IOException {
        Path unsaved = folder.resolve("unsaved");
        if (Files.isDirectory(unsaved)) {
            try (Stream<Path> files = Files.list(unsaved)) {
                for (Path file : files.toList()) {
                    Files.delete(file);
                }
            }
        }
    }
}
