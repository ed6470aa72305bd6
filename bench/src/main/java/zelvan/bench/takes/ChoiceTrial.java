package zelvan.bench.takes;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import zelvan.bench.Scratch;
import zelvan.derived.Derived;
import zelvan.dsp.Percentile;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.measure.TakeWeights;
import zelvan.problem.ZelvanProblem;
import zelvan.render.VoiceSource;
import zelvan.session.Clip;
import zelvan.session.Edit;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.singers.TakeTrials;
import zelvan.takes.Take;
import zelvan.takes.TakeMap;

/// How long one waits with twelve takes of four minutes: for the take map from cold, for a choice
/// until its sound can be read, and for the best of each.
final class ChoiceTrial {
    private static final int TAKES = 12;
    private static final double SECONDS = 240;
    private static final int CHOICES = 30;

    /// The first ones find code that was never run.
    private static final int FIRST = 10;

    private static final int HEARD_FRAMES = 4096;

    private final Engine engine;
    private final List<String> lines = new ArrayList<>();

    private ChoiceTrial(Engine engine) {
        this.engine = engine;
    }

    static List<String> run(long seed) throws IOException, ZelvanProblem {
        try (Scratch scratch = Scratch.named("zelvan-takes")) {
            Path voices = Files.createDirectories(scratch.folder().resolve("voices"));
            // What was sung is not kept: a user's memory does not hold it either.
            Session session = TrialFiles.write(TakeTrials.ofVoice(TAKES, SECONDS, seed), voices);
            try (Engine engine = new Engine(new KeptWork(scratch.folder().resolve("kept")))) {
                ChoiceTrial choices = new ChoiceTrial(engine);
                choices.choose(session, choices.map(session), seed);
                return choices.lines;
            }
        }
    }

    private static double seconds(long sinceNanos) {
        return (System.nanoTime() - sinceNanos) / 1e9;
    }

    private TakeMap map(Session session) {
        long began = System.nanoTime();
        String id = session.followers().getFirst().id();
        CompletableFuture<TakeMap> complete = new CompletableFuture<>();
        engine.want(
                        session,
                        List.of(),
                        Progress.NONE,
                        soFar ->
                                Optional.ofNullable(soFar.takes().get(id))
                                        .filter(TakeMap::isComplete)
                                        .ifPresent(complete::complete))
                .join();
        lines.add(
                "Twelve takes of %.0f s: the voice is locked after %.1f s from cold"
                        .formatted(SECONDS, seconds(began)));
        TakeMap map = complete.join();
        lines.add("  the take map is complete after %.1f s".formatted(seconds(began)));
        return map;
    }

    private void choose(Session session, TakeMap map, long seed) {
        Random random = new Random(seed);
        double[] waited = new double[CHOICES];
        Derived now = engine.derive(session, Progress.NONE);
        for (int k = 0; k < CHOICES; k++) {
            int phrase = random.nextInt(map.phrases().size());
            List<Take> sung =
                    map.takes().stream().filter(t -> t.figures().get(phrase).isPresent()).toList();
            if (!sung.isEmpty()) {
                Take take = sung.get(random.nextInt(sung.size()));
                long began = System.nanoTime();
                now = heard(chosen(now, map, Map.of(phrase, take)), map, phrase);
                waited[k] = seconds(began);
            }
        }
        double[] later = Arrays.copyOfRange(waited, FIRST, CHOICES);
        lines.add(
                "  a choice is heard after %.0f ms in the median, 90 %% within %.0f ms (the first %d: %.0f ms)"
                        .formatted(
                                1000 * Percentile.median(later),
                                1000 * Percentile.of(later, 90),
                                FIRST,
                                1000 * Percentile.median(Arrays.copyOf(waited, FIRST))));
        long began = System.nanoTime();
        heard(chosen(now, map, map.best(TakeWeights.USUAL, Set.of())), map, 0);
        lines.add("  the best of each is heard after %.0f ms".formatted(1000 * seconds(began)));
    }

    /// What a click does.
    private static Session chosen(Derived derived, TakeMap map, Map<Integer, Take> chosen) {
        Session session = derived.session();
        Voice voice = session.followers().getFirst();
        List<Clip> clips = derived.comp(voice, map).orElseThrow().choosing(chosen);
        return new Edit.Arrange(voice.id(), voice.name(), "take", clips).apply(session);
    }

    /// What is derived then, after its sound has been read where a phrase begins.
    private Derived heard(Session session, TakeMap map, int phrase) {
        Voice voice = session.followers().getFirst();
        Derived derived =
                engine.want(session, List.of(voice.id()), Progress.NONE, soFar -> {}).join();
        VoiceSource source = derived.voice(voice.id()).flatMap(made -> made.locked()).orElseThrow();
        long begins = (long) (map.phrases().get(phrase).startSeconds() * source.sampleRateHertz());
        source.read(0, begins, new float[HEARD_FRAMES], HEARD_FRAMES);
        return derived;
    }
}
