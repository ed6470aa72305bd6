package zelvan.bench.takes;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import zelvan.audio.Sound;
import zelvan.bench.Scratch;
import zelvan.derived.Derived;
import zelvan.dsp.Percentile;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.problem.ZelvanProblem;
import zelvan.render.VoiceSource;
import zelvan.session.AudioReference;
import zelvan.session.Clip;
import zelvan.session.Edit;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.singers.TakeTrials;
import zelvan.takes.Syllables;
import zelvan.takes.Take;
import zelvan.takes.TakeMap;
import zelvan.timing.TimingSettings;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Words that are taken from other takes, at random: what is heard at their seams against what is
/// heard within takes. Nothing is locked, so that only the seams are measured.
final class SeamTrial {
    private static final int TAKES = 6;
    private static final int TRIALS_A_VOICE = 50;
    private static final int SEAMS = 500;

    /// A kink is a click if it is so many times as large as any that both takes have there.
    private static final double CLICK = 2;

    private final Engine engine;
    private final TakeTrials.Trial trial;
    private final Random random;
    private final List<Steps> atSeams;
    private final List<Steps> within;
    private int clicks;

    private SeamTrial(
            Engine engine,
            TakeTrials.Trial trial,
            Random random,
            List<Steps> atSeams,
            List<Steps> within) {
        this.engine = engine;
        this.trial = trial;
        this.random = random;
        this.atSeams = atSeams;
        this.within = within;
    }

    static List<String> run(long seed) throws IOException, ZelvanProblem {
        List<Steps> atSeams = new ArrayList<>();
        List<Steps> within = new ArrayList<>();
        int clicks = 0;
        for (int k = 0; atSeams.size() < SEAMS; k++) {
            try (Scratch scratch = Scratch.named("zelvan-seams");
                    Engine engine = new Engine(new KeptWork(scratch.folder().resolve("kept")))) {
                SeamTrial seams =
                        new SeamTrial(
                                engine,
                                TakeTrials.ofVoice(TAKES, seed + k),
                                new Random(seed + k),
                                atSeams,
                                within);
                seams.run(Files.createDirectories(scratch.folder().resolve("voices")));
                clicks += seams.clicks;
            }
        }
        double level = percentile(within.stream().mapToDouble(Steps::level).toArray());
        double spectrum = percentile(within.stream().mapToDouble(Steps::spectrum).toArray());
        long soft = atSeams.stream().filter(s -> s.level() <= level).count();
        long alike = atSeams.stream().filter(s -> s.spectrum() <= spectrum).count();
        return List.of(
                "Seams within phrases: %d, against %d places within takes"
                        .formatted(atSeams.size(), within.size()),
                "  largest step of level: 95 %% within takes %.1f dB or less; at seams %.1f %% (95 %%: %.1f dB)"
                        .formatted(
                                level,
                                100.0 * soft / atSeams.size(),
                                percentile(atSeams.stream().mapToDouble(Steps::level).toArray())),
                "  largest mel-cepstral distortion: 95 %% within takes %.1f dB or less; at seams %.1f %% (95 %%: %.1f dB)"
                        .formatted(
                                spectrum,
                                100.0 * alike / atSeams.size(),
                                percentile(
                                        atSeams.stream().mapToDouble(Steps::spectrum).toArray())),
                "  clicks: " + clicks);
    }

    private static double percentile(double[] values) {
        return Percentile.of(values, 95);
    }

    private void run(Path voices) throws ZelvanProblem {
        Session session =
                Turn.all(
                                List.of(Scope.ALL),
                                "All stacks",
                                "settings",
                                Settings.of(TimingSettings.PULL, 0.0))
                        .apply(TrialFiles.write(trial, voices));
        Voice voice = session.followers().getFirst();
        Derived derived = engine.derive(session, Progress.NONE);
        TakeMap map = engine.takes(session, voice, Progress.NONE);
        for (TakeTrials.SungTake take : trial.takes()) {
            within(take.sound());
        }
        for (int k = 0; k < TRIALS_A_VOICE && atSeams.size() < SEAMS; k++) {
            Take take = map.takes().get(random.nextInt(map.takes().size()));
            int phrase = random.nextInt(map.phrases().size());
            if (take.figures().get(phrase).isPresent()) {
                List<Clip> clips =
                        derived.comp(voice, map)
                                .orElseThrow()
                                .choosing(words(derived, map.phrases().get(phrase)), take);
                measure(
                        session,
                        new Edit.Arrange(voice.id(), voice.name(), "take", clips).apply(session));
            }
        }
    }

    /// Some syllables.
    private GuideSpan words(Derived derived, GuideSpan phrase) {
        double[] borders =
                Syllables.of(derived.guideAnalysis().orElseThrow()).stream()
                        .filter(phrase::contains)
                        .mapToDouble(Double::doubleValue)
                        .toArray();
        int from = random.nextInt(borders.length - 1);
        int to = from + 1 + random.nextInt(borders.length - 1 - from);
        return new GuideSpan(borders[from], borders[to]);
    }

    private void within(Sound sound) {
        float[] samples = sound.mono();
        MelCepstra cepstra = new MelCepstra(sound.sampleRateHertz());
        for (TakeTrials.SungLine line : trial.takes().getFirst().lines()) {
            for (int k = 0; k < 4; k++) {
                double at =
                        line.span().startSeconds() + random.nextDouble() * line.span().seconds();
                within.add(Steps.at(samples, sound.sampleRateHertz(), cepstra, at));
            }
        }
    }

    private void measure(Session before, Session chosen) {
        Voice voice = chosen.followers().getFirst();
        VoiceSource source =
                engine.want(chosen, List.of(voice.id()), Progress.NONE, soFar -> {})
                        .join()
                        .voice(voice.id())
                        .flatMap(made -> made.locked())
                        .orElseThrow();
        int rate = source.sampleRateHertz();
        float[] heard = new float[(int) source.frames()];
        source.read(0, 0, heard, heard.length);
        MelCepstra cepstra = new MelCepstra(rate);
        List<Clip> clips = voice.layer().clips();
        for (int i = 1; i < clips.size() && atSeams.size() < SEAMS; i++) {
            RecordedSpan one = clips.get(i - 1).inVoice().orElseThrow();
            RecordedSpan other = clips.get(i).inVoice().orElseThrow();
            double seam = (one.endSeconds() + other.startSeconds()) / 2;
            atSeams.add(Steps.at(heard, rate, cepstra, seam));
            double own =
                    Math.max(
                            kink(before, clips.get(i - 1), seam), kink(before, clips.get(i), seam));
            if (Steps.kink(heard, rate, seam) > CLICK * own) {
                clicks++;
            }
        }
    }

    private double kink(Session session, Clip clip, double seconds) {
        AudioReference audio = session.recording(clip.recordingId()).orElseThrow().audio();
        Sound sound = trial.takes().get(takeOf(audio)).sound();
        return Steps.kink(sound.mono(), sound.sampleRateHertz(), seconds - clip.shiftSeconds());
    }

    private static int takeOf(AudioReference audio) {
        return IntStream.range(0, TAKES)
                .filter(t -> audio.file().endsWith(TrialFiles.name(t)))
                .findFirst()
                .orElseThrow();
    }
}
