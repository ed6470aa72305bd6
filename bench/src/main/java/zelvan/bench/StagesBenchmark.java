package zelvan.bench;

import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.measure.ArtefactFinder;
import zelvan.render.EpochFinder;
import zelvan.render.Epochs;
import zelvan.render.Shape;
import zelvan.render.VoiceRenderer;
import zelvan.singers.Performance;
import zelvan.singers.Performer;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.singers.Singer;
import zelvan.singers.Song;
import zelvan.singers.VoiceSynthesizer;
import zelvan.timing.TimeMap;
import zelvan.timing.TimeMapper;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchMap;

/// Each stage on one thread, for a voice of 60 seconds; the score is the time it takes.
///
/// Run: `scripts/bench StagesBenchmark`
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
public class StagesBenchmark {
    private static final int RATE_HERTZ = 48_000;
    private static final double SECONDS = 60;

    private Sound voice = Sound.owning(RATE_HERTZ, new float[1]);
    private VoiceAnalysis guideAnalysis = new VoiceAnalyser().analyse(voice);
    private VoiceAnalysis voiceAnalysis = guideAnalysis;
    private Alignment alignment = Alignment.NONE;
    private TimeMapper mapper = new TimeMapper(voiceAnalysis);
    private TimeMap map = TimeMap.IDENTITY;
    private Epochs epochs = new EpochFinder().find(voice, voiceAnalysis.pitch());

    @Setup
    public void sing() {
        guideAnalysis = new VoiceAnalyser().analyse(take(Habits.PERFECT, 1));
        voice = take(new Habits(0.05, 1, 0.03, 0.03, 0.05, 15, 0, true), 2);
        voiceAnalysis = new VoiceAnalyser().analyse(voice);
        alignment = new Aligner().align(guideAnalysis, voiceAnalysis, List.of(), List.of());
        mapper = new TimeMapper(voiceAnalysis);
        map = mapper.map(alignment, t -> TimingSettings.FULL, List.of()).map();
        epochs = new EpochFinder().find(voice, voiceAnalysis.pitch());
    }

    private static Sound take(Habits habits, long seed) {
        List<Song.Phrase> phrases =
                java.util.stream.IntStream.range(0, 12)
                        .mapToObj(i ->
                                Song.phrase(
                                        "p" + i,
                                        2 + 12 * i,
                                        "l.ae.n:67:1 t.er.n:69:1 aa.n:71:2 s.iy:67:2 m.ao.r:69:2"))
                        .toList();
        Performance performance =
                new Performer(Singer.MARA, habits, seed)
                        .perform(new Song(0.4, phrases), Departures.NONE, SECONDS);
        return new VoiceSynthesizer(Singer.MARA, RATE_HERTZ).sing(performance, seed).sound();
    }

    @Benchmark
    public VoiceAnalysis analysis() {
        return new VoiceAnalyser().analyse(voice);
    }

    @Benchmark
    public Alignment alignment() {
        return new Aligner().align(guideAnalysis, voiceAnalysis, List.of(), List.of());
    }

    @Benchmark
    public TimeMap timing() {
        return mapper.map(alignment, t -> TimingSettings.FULL, List.of()).map();
    }

    @Benchmark
    public Epochs epochs() {
        return new EpochFinder().find(voice, voiceAnalysis.pitch());
    }

    /// Planning and rendering, every stretch heard for the first time.
    @Benchmark
    public float[] rendering() {
        return rendered(Shape.of(map));
    }

    /// The same where nothing stays as it was.
    @Benchmark
    public float[] renderingTimeAndPitch() {
        TimeMap slower =
                TimeMap.of(
                        List.of(
                                new TimeMap.Point(0, 0),
                                new TimeMap.Point(SECONDS, 1.1 * SECONDS)));
        return rendered(Shape.of(slower, PitchMap.constant(0, SECONDS, 70)));
    }

    /// What the background does with a voice after each change: rendering it, and listening for
    /// places that came out worse.
    @Benchmark
    public ArtefactFinder.Found soundCheck() {
        return new ArtefactFinder(voice.mono(), RATE_HERTZ, voiceAnalysis.pitch())
                .find(rendered(Shape.of(map)), map);
    }

    private float[] rendered(Shape shape) {
        VoiceRenderer renderer = new VoiceRenderer(voice, epochs, shape);
        float[] out = new float[(int) renderer.frames()];
        renderer.read(0, 0, out, out.length);
        return out;
    }
}
