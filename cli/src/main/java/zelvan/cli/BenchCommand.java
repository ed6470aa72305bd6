package zelvan.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.IntFunction;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import zelvan.align.Aligner;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.engine.RoleFinder;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Targets;
import zelvan.measure.Hearing;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Edit;
import zelvan.session.RepairEdit;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.singers.DemoSession;
import zelvan.singers.LargeSession;
import zelvan.singers.Truth;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

@Command(
        name = "bench",
        mixinStandardHelpOptions = true,
        description = {
            "Measure the program on this machine: how far the demo's doubles are from the truth after locking,",
            "and the time and memory that voices of a given length take."
        })
final class BenchCommand implements Callable<Integer> {
    private static final long SEED = 1;

    /// What a window of 1280 by 800 pixels shows at once: the guide and ten voices.
    private static final int TRACKS_IN_SIGHT = 11;

    private static final int CHANGES = 21;
    private static final int DRAGS = 40;

    @Option(
            names = "--voices",
            paramLabel = "N",
            description = "How many voices follow the guide (8).")
    private int voices = 8;

    @Option(names = "--minutes", paramLabel = "M", description = "How long each of them is (4).")
    private double minutes = 4;

    @Option(
            names = "--play-seconds",
            paramLabel = "S",
            description = "How long they are played together (120).")
    private double playSeconds = 120;

    @Option(
            names = "--takes",
            paramLabel = "N",
            description =
                    "Measure the matching only, on trials that are sung N times: how far its figures differ by chance.")
    private int takes;

    @Option(
            names = "--window",
            description =
                    "Measure the window only: from a click until the picture has changed, without a display.")
    private boolean window;

    @Option(
            names = "--faults",
            description =
                    "Measure only how far up ten faults of known place stand in what is left to mend.")
    private boolean faults;

    @Option(
            names = "--folder",
            paramLabel = "DIR",
            description =
                    "With --window: the song to open, what is kept of it is used; sung there if there is no such folder.")
    private Optional<Path> song = Optional.empty();

    @Spec private CommandSpec spec = CommandSpec.create();

    @Override
    public Integer call() throws ZelvanProblem, IOException {
        Path folder = Files.createTempDirectory("zelvan-bench");
        try {
            if (window) {
                window(folder);
                return 0;
            }
            if (faults) {
                say("Planted faults, settings as tracks come in:");
                FaultsTrial.lines(folder, voices, minutes * 60, SEED)
                        .forEach(line -> say("%s", line));
                return 0;
            }
            if (takes > 0) {
                trials(takes);
                return 0;
            }
            Truth truth = DemoSession.write(folder.resolve("demo"), Targets.replacingNothing());
            accuracy(folder, truth);
            say("");
            trials(1);
            speed(folder);
        } finally {
            try (Stream<Path> all = Files.walk(folder)) {
                all.sorted(Comparator.reverseOrder())
                        .map(Path::toFile)
                        .forEach(java.io.File::delete);
            }
        }
        return 0;
    }

    private void trials(int takes) {
        say("Trials, pull 100, slack 0 (median, 90th percentile, ms):");
        TrialsTable.lines(takes).forEach(line -> say("%s", line));
    }

    private void window(Path folder) throws ZelvanProblem {
        Path opened = song.orElse(folder.resolve("long"));
        if (!Files.exists(opened)) {
            LargeSession.write(opened, voices, minutes * 60, SEED, Targets.replacingNothing());
        }
        Path kept = folder.resolve("kept");
        Windows.find()
                .measure(
                        opened,
                        song.isPresent() ? KeptWork.ofUser() : new KeptWork(kept),
                        folder.resolve("window"),
                        out());
    }

    private PrintWriter out() {
        return spec.commandLine().getOut();
    }

    private void say(String format, Object... values) {
        out().println(String.format(Locale.ROOT, format, values));
    }

    private static Session locked(List<Path> files) {
        Session session = VoiceFolder.adding(Session.EMPTY, files).apply(Session.EMPTY);
        return turned(
                        Settings.of(TimingSettings.PULL, 100.0)
                                .with(TimingSettings.SLACK, 0.0)
                                .with(TimingSettings.LIMIT, TimingSettings.LIMIT.most()))
                .apply(session);
    }

    private void accuracy(Path folder, Truth truth) throws ZelvanProblem {
        List<Path> files = VoiceFolder.soundFiles(List.of(folder.resolve("demo")));
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            say("Distance from the truth, demo session, pull 100, slack 0:");
            accuracy(engine.derive(locked(files), Progress.NONE), truth);
            say("The same as tracks come in:");
            Session fresh = VoiceFolder.adding(Session.EMPTY, files).apply(Session.EMPTY);
            accuracy(engine.derive(fresh, Progress.NONE), truth);
        }
    }

    private void accuracy(Derived derived, Truth truth) throws ZelvanProblem {
        Printing.failOnProblems(derived);
        for (Voice voice : derived.session().followers()) {
            String file = String.valueOf(derived.session().audioOf(voice).file().getFileName());
            DerivedVoice made = derived.voice(voice.id()).orElseThrow();
            double[] before = millis(truth.offsetsSeconds(file, t -> t));
            double[] after =
                    millis(truth.offsetsSeconds(file, made.timing().map()::outputSecondsAt));
            long flams =
                    Arrays.stream(after).filter(ms -> ms > 1000 * Hearing.FLAM_SECONDS).count();
            say(
                    "  %-22s %4d moments   before %7.1f %7.1f   after %5.1f %5.1f ms (median, 90th"
                            + " percentile), heard as two %4.1f %%",
                    voice.name(),
                    after.length,
                    Percentile.median(before),
                    Percentile.of(before, 90),
                    Percentile.median(after),
                    Percentile.of(after, 90),
                    100.0 * flams / after.length);
        }
    }

    private static double[] millis(double[] offsetsSeconds) {
        return Arrays.stream(offsetsSeconds).map(s -> 1000 * Math.abs(s)).toArray();
    }

    private void speed(Path folder) throws ZelvanProblem {
        List<Path> files =
                LargeSession.write(
                        folder.resolve("long"),
                        voices,
                        minutes * 60,
                        SEED,
                        Targets.replacingNothing());
        double audioSeconds = minutes * 60 * (voices + 1);
        say("");
        say(
                "%d voices and a guide of %.1f minutes, %d cores, Java %s:",
                voices, minutes, Runtime.getRuntime().availableProcessors(), Runtime.version());
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept-long")))) {
            double spent = Spent.processorSeconds();
            long start = System.nanoTime();
            Session session = RoleFinder.known(locked(files), engine);
            Derived derived = engine.derive(session, Progress.NONE);
            double all = seconds(start);
            Printing.failOnProblems(derived);
            say(
                    "  import to locked            %8.2f s   %6.0f times real time; processors %.0f s,"
                            + " resident %s",
                    all,
                    audioSeconds / all,
                    Spent.processorSeconds() - spent,
                    Spent.mostResident());
            derived =
                    changes(
                            "in timing",
                            engine,
                            session,
                            i ->
                                    turned(
                                            Settings.of(TimingSettings.PULL, 40.0 + 2 * i)
                                                    .with(TimingSettings.SLACK, 2.0 * (i % 5))));
            derived =
                    changes(
                            "in pitch",
                            engine,
                            derived.session(),
                            i ->
                                    turned(
                                            Settings.of(TuningSettings.TARGET, PitchTarget.GUIDE)
                                                    .with(TuningSettings.PULL, 40.0 + 2 * i)
                                                    .with(TuningSettings.SLACK, (double) (i % 5))
                                                    .with(TuningSettings.DETAIL, 50.0)));
            goingBack(engine, derived.session());
            session = derived.session();
            matching(derived);
            drags(engine, derived);
            new PlayingTrial(derived, playSeconds).lines().forEach(line -> say("%s", line));
            new RenderingTrial(derived).lines().forEach(line -> say("%s", line));
            memory();
        }
    }

    /// Pull and slack of all stacks changed: until what a window shows has followed, and until
    /// everything has.
    ///
    /// @return after the last change
    private Derived changes(String what, Engine engine, Session session, IntFunction<Edit> editAt) {
        double[] inSight = new double[CHANGES];
        double[] all = new double[CHANGES];
        Derived derived = Derived.NOTHING;
        for (int i = 0; i < CHANGES; i++) {
            Session next = editAt.apply(i).apply(i == 0 ? session : derived.session());
            List<String> first =
                    next.voices().stream().map(Voice::id).limit(TRACKS_IN_SIGHT).toList();
            AtomicLong seen = new AtomicLong();
            long start = System.nanoTime();
            derived =
                    engine.derive(
                            next,
                            first,
                            Progress.NONE,
                            soFar -> {
                                if (soFar.voices().keySet().containsAll(first)) {
                                    seen.compareAndSet(0, System.nanoTime());
                                }
                            });
            all[i] = 1000 * seconds(start);
            inSight[i] = 1e-6 * (seen.get() - start);
        }
        say(
                "  pull and slack %-12s %8.1f ms  (90th percentile %.1f ms, first %.1f ms), all %.1f"
                        + " ms",
                what,
                Percentile.median(inSight),
                Percentile.of(inSight, 90),
                inSight[0],
                Percentile.median(all));
        return derived;
    }

    private static Edit turned(Settings values) {
        return Turn.all(List.of(Scope.ALL), "All stacks", "settings", values);
    }

    /// To and fro between two sessions that were both derived: what undo, redo and a comparison do.
    private void goingBack(Engine engine, Session session) {
        Session other = turned(Settings.of(TimingSettings.PULL, 77.0)).apply(session);
        engine.derive(other, Progress.NONE);
        double[] times = new double[CHANGES];
        for (int i = 0; i < CHANGES; i++) {
            long start = System.nanoTime();
            engine.derive(i % 2 == 0 ? session : other, Progress.NONE);
            times[i] = 1000 * seconds(start);
        }
        say(
                "  undo and redo               %8.1f ms  (90th percentile %.1f ms)",
                Percentile.median(times), Percentile.of(times, 90));
    }

    private void memory() {
        Runtime runtime = Runtime.getRuntime();
        runtime.gc();
        say(
                "  memory that is kept         %8.0f MB, resident at most %s",
                (runtime.totalMemory() - runtime.freeMemory()) / 1e6, Spent.mostResident());
    }

    /// Matching by itself, one voice after the other, on one thread.
    private void matching(Derived derived) {
        VoiceAnalysis guide = derived.guideAnalysis().orElseThrow();
        List<Double> times = new ArrayList<>();
        for (Voice voice : derived.session().followers()) {
            VoiceAnalysis heard = derived.voice(voice.id()).orElseThrow().analysis().orElseThrow();
            long start = System.nanoTime();
            new Aligner().match(guide, heard);
            times.add(heard.seconds() / seconds(start));
        }
        double[] speeds = times.stream().mapToDouble(t -> t).toArray();
        say(
                "  matching one voice          %8.0f times real time, the slowest %.0f",
                Percentile.median(speeds), Percentile.of(speeds, 0));
    }

    /// Beads dragged all over the song, each to somewhere near: until the new map is there.
    private void drags(Engine engine, Derived derived) {
        Voice voice = derived.session().followers().getFirst();
        List<Anchor> anchors =
                derived.voice(voice.id()).orElseThrow().alignment().anchors().stream()
                        .filter(a -> a.kind().isPresent())
                        .toList();
        double[] millis = new double[DRAGS];
        Random random = new Random(1);
        for (int i = 0; i < DRAGS; i++) {
            Anchor anchor = anchors.get(random.nextInt(anchors.size()));
            Anchor held =
                    Anchor.held(
                            anchor.sourceSeconds(),
                            anchor.guideSeconds() + 0.1 * (random.nextDouble() - 0.5));
            Session dragged =
                    new RepairEdit.SetAnchors(
                                    voice.name(), List.of(new RepairEdit.Of(voice.id(), held)))
                            .apply(derived.session());
            long start = System.nanoTime();
            engine.derive(dragged, Progress.NONE);
            millis[i] = 1000 * seconds(start);
        }
        say(
                "  a bead dragged              %8.1f ms  (90th percentile %.1f ms, longest %.1f)",
                Percentile.median(millis), Percentile.of(millis, 90), Percentile.of(millis, 100));
    }

    private static double seconds(long startNanos) {
        return (System.nanoTime() - startNanos) * 1e-9;
    }
}
