package zelvan.bench.quality;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.bench.others.Ear;
import zelvan.bench.others.StretchingLibrary;
import zelvan.dsp.Percentile;
import zelvan.problem.ZelvanProblem;
import zelvan.render.EpochFinder;
import zelvan.render.VoiceRenderer;
import zelvan.singers.Performance;
import zelvan.singers.Performer;
import zelvan.singers.Song;
import zelvan.singers.VoiceSynthesizer;

/// Sings every case twice, as recorded and as it would have been sung after a known change of time
/// and pitch, changes the first, and measures the distance to the second; beside it the same for a
/// general-purpose library, if its command is there, and the distance of two truths that differ in
/// their noise only.
public final class QualityBench {
    private static final int RATE_HERTZ = 48_000;
    private static final double SECONDS = 10;

    private static final Song SONG =
            new Song(
                    0.5,
                    List.of(
                            Song.phrase("a", 1, "l.ae.n:62:1 t.er.n:64:1 aa.n:66:2 p.ih.r:62:2"),
                            Song.phrase("b", 9, "s.iy:62:1 b.er.d:64:1 s.ao.r:66:2 k.iy.p:64:2")));

    private final PrintStream out;
    private final Path folder;
    private final Ear ear;
    private final boolean library;

    private QualityBench(PrintStream out, Path folder) {
        this.out = out;
        this.folder = folder;
        this.ear = new Ear(folder);
        this.library = StretchingLibrary.isHere();
    }

    /// The scores of one case; the library's may be missing.
    private record Result(Case tried, Score floor, Score ours, Optional<Score> library) {}

    /// @param arguments part of the name of the regimes to run, or nothing
    public static void main(String[] arguments) throws IOException, ZelvanProblem {
        Path folder = Files.createTempDirectory("zelvan-quality");
        new QualityBench(System.out, folder).run(arguments.length > 0 ? arguments[0] : "");
        for (String name : List.of("in.wav", "out.wav")) {
            Files.deleteIfExists(folder.resolve(name));
        }
        Files.delete(folder);
    }

    private void run(String regimes) throws IOException, ZelvanProblem {
        if (!library) {
            out.println("rubberband (package rubberband-cli) is not here: measured without it.");
        }
        out.println(ear.words());
        out.printf("%-44s%s%n", "", Score.heads());
        Map<String, List<Result>> byRegime = new LinkedHashMap<>();
        double analysisSeconds = 0;
        double oursSeconds = 0;
        double againSeconds = 0;
        double librarySeconds = 0;
        double sungSeconds = 0;
        for (Case tried : Case.all()) {
            if (!tried.regime().contains(regimes)) {
                continue;
            }
            Performance performance =
                    new Performer(
                                    tried.singer(),
                                    new Performer.Habits(
                                            0, 1, 0, 0, 0, 0, tried.transposeNotes(), false),
                                    7)
                            .perform(SONG, Performer.Departures.NONE, SECONDS);
            VoiceSynthesizer singer = new VoiceSynthesizer(tried.singer(), RATE_HERTZ);
            Sound sung = singer.sing(performance, 7).sound();
            VoiceSynthesizer.Take truth = singer.sing(performance, tried.bending(), 7, 7);
            VoiceSynthesizer.Take other = singer.sing(performance, tried.bending(), 7, 8);
            long before = System.nanoTime();
            PitchTrack pitch = new VoiceAnalyser().analyse(sung).pitch();
            analysisSeconds += (System.nanoTime() - before) / 1e9;
            before = System.nanoTime();
            Sound ours = rendered(sung, pitch, tried);
            oursSeconds += (System.nanoTime() - before) / 1e9;
            before = System.nanoTime();
            rendered(sung, pitch, tried);
            againSeconds += (System.nanoTime() - before) / 1e9;
            sungSeconds += SECONDS;
            Optional<Score> theirs = Optional.empty();
            if (library) {
                Optional<StretchingLibrary.Made> made =
                        StretchingLibrary.run(sung, tried.shape(), folder);
                if (made.isPresent()) {
                    librarySeconds += made.get().seconds();
                    theirs =
                            Optional.of(score(made.get().sound(), sung, tried, performance, truth));
                }
            }
            Result result =
                    new Result(
                            tried,
                            score(other.sound(), sung, tried, performance, truth),
                            score(ours, sung, tried, performance, truth),
                            theirs);
            print(result);
            byRegime.computeIfAbsent(tried.regime(), r -> new ArrayList<>()).add(result);
        }
        byRegime.forEach(this::summarise);
        out.println();
        speed("finding epochs and rendering", sungSeconds / oursSeconds);
        speed("the same once more", sungSeconds / againSeconds);
        speed("with analysis", sungSeconds / (oursSeconds + analysisSeconds));
        if (librarySeconds > 0) {
            speed("the library", sungSeconds / librarySeconds);
        }
    }

    private void speed(String what, double timesRealTime) {
        out.printf(Locale.ROOT, "%-32s%6.1f times real time%n", what, timesRealTime);
    }

    private static Sound rendered(Sound sung, PitchTrack pitch, Case tried) {
        VoiceRenderer renderer =
                new VoiceRenderer(sung, new EpochFinder().find(sung, pitch), tried.shape());
        float[] samples = new float[(int) renderer.frames()];
        renderer.read(0, 0, samples, samples.length);
        return Sound.owning(RATE_HERTZ, samples);
    }

    private Score score(
            Sound sound,
            Sound sung,
            Case tried,
            Performance performance,
            VoiceSynthesizer.Take truth)
            throws IOException, ZelvanProblem {
        double[] moments =
                performance.moments().stream().mapToDouble(Performance.Moment::seconds).toArray();
        return Score.of(sound, sung, tried.shape().time(), moments, truth, ear.hear(sound));
    }

    private void print(Result result) {
        line(result.tried().name(), "floor", result.floor().values());
        line("", "ours", result.ours().values());
        result.library().ifPresent(score -> line("", "library", score.values()));
    }

    private void summarise(String regime, List<Result> results) {
        out.println();
        summary(regime, "floor", results.stream().map(Result::floor).toList());
        summary(regime, "ours", results.stream().map(Result::ours).toList());
        summary(regime, "library", results.stream().flatMap(r -> r.library().stream()).toList());
    }

    private void summary(String regime, String who, List<Score> scores) {
        if (scores.isEmpty()) {
            return;
        }
        int count = scores.getFirst().values().length;
        double[] median = new double[count];
        double[] worst = new double[count];
        for (int v = 0; v < count; v++) {
            int value = v;
            double[] all = scores.stream().mapToDouble(s -> s.values()[value]).toArray();
            median[v] = Percentile.median(all);
            worst[v] = Percentile.of(all, 100);
        }
        line(regime + ", median", who, median);
        line(regime + ", worst", who, worst);
    }

    private void line(String name, String who, double[] values) {
        StringBuilder line = new StringBuilder(String.format("%-36s%-8s", name, who));
        for (double value : values) {
            line.append(String.format(Locale.ROOT, "%9.2f", value));
        }
        out.println(line);
    }
}
