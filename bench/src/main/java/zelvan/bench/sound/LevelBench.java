package zelvan.bench.sound;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.bench.Scratch;
import zelvan.bench.others.LoudnessMeter;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Target;
import zelvan.level.LevelResult.Compared;
import zelvan.level.LevelSettings;
import zelvan.problem.ZelvanProblem;
import zelvan.render.VoiceSource;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.singers.TakeTrials;
import zelvan.singers.TakeTrials.SungLine;
import zelvan.singers.TakeTrials.SungTake;
import zelvan.timing.TimingSettings;
import zelvan.units.TimeSpan;

/// Voices whose lines are louder and softer than the lead's, drawn to it, as ffmpeg's meter hears
/// what is rendered: scripts/levels.
public final class LevelBench {
    private static final int VOICES = 4;
    private static final double SPREAD_DECIBELS = 4;

    private LevelBench() {}

    /// @param arguments another first seed
    public static void main(String[] arguments) throws IOException, ZelvanProblem {
        if (!LoudnessMeter.isHere()) {
            throw new IllegalStateException(
                    "ffmpeg is not installed: install Debian's package ffmpeg");
        }
        long seed = arguments.length > 0 ? Long.parseLong(arguments[0]) : 100;
        try (Scratch scratch = Scratch.named("zelvan-levels")) {
            measure(scratch.folder(), seed);
        }
    }

    private static void measure(Path folder, long seed) throws IOException, ZelvanProblem {
        Path song = folder.resolve("song");
        Files.createDirectories(song);
        for (int k = 0; k < VOICES; k++) {
            TakeTrials.Trial trial = TakeTrials.ofVoice(1, seed + k);
            if (k == 0) {
                write(trial.guide().sound(), song.resolve("Lead.wav"));
            }
            write(
                    uneven(trial.takes().getFirst(), new Random(seed + k)),
                    song.resolve("Double " + (k + 1) + ".wav"));
        }
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            Session sung = VoiceFolder.session(List.of(song));
            for (double pull : new double[] {0, 100}) {
                for (LevelSettings.Unit unit : LevelSettings.Unit.values()) {
                    Session session =
                            Turn.all(
                                            List.of(Scope.ALL),
                                            "All",
                                            "level",
                                            Settings.of(TimingSettings.PULL, 100.0)
                                                    .with(TimingSettings.SLACK, 0.0)
                                                    .with(LevelSettings.PULL, pull)
                                                    .with(LevelSettings.UNIT, unit))
                                    .apply(sung);
                    say(engine.derive(session, Progress.NONE), folder, pull, unit);
                }
            }
        }
    }

    /// Each line at a level of its own.
    private static Sound uneven(SungTake take, Random random) {
        float[] samples = take.sound().mono().clone();
        int rate = take.sound().sampleRateHertz();
        for (SungLine line : take.lines()) {
            float factor = (float) Math.pow(10, SPREAD_DECIBELS * random.nextGaussian() / 20);
            int to = Math.min(samples.length, (int) ((line.span().endSeconds() + 0.1) * rate));
            for (int i = (int) (line.span().startSeconds() * rate); i < to; i++) {
                samples[i] *= factor;
            }
        }
        return Sound.owning(rate, samples);
    }

    private static void write(Sound sound, Path file) throws ZelvanProblem {
        SoundFiles.write(Target.fresh(file), sound, SoundFormat.WAV_FLOAT);
    }

    private static void say(Derived derived, Path folder, double pull, LevelSettings.Unit unit)
            throws IOException, ZelvanProblem {
        Voice guide = derived.session().guide().orElseThrow();
        LoudnessMeter lead = LoudnessMeter.of(printed(derived, guide, folder));
        List<Double> phrases = new ArrayList<>();
        List<Double> notes = new ArrayList<>();
        for (Voice voice : derived.session().followers()) {
            DerivedVoice made = derived.voice(voice.id()).orElseThrow();
            LoudnessMeter meter = LoudnessMeter.of(printed(derived, voice, folder));
            for (Compared phrase : made.levelled().result().phrases()) {
                add(phrases, meter, lead, sounding(derived, phrase));
            }
            for (Compared note : made.levelled().result().notes()) {
                add(notes, meter, lead, sounding(derived, note));
            }
        }
        System.out.printf(
                Locale.ROOT,
                "level pull %.0f, %s: %s; %s%n",
                pull,
                unit.word(),
                words("phrases", phrases),
                words("notes", notes));
    }

    private static TimeSpan sounding(Derived derived, Compared one) {
        return derived.guideClocks().song(one.guideSpan()).time();
    }

    private static void add(
            List<Double> off, LoudnessMeter voice, LoudnessMeter lead, TimeSpan sounds) {
        double apart = voice.lufs(sounds) - lead.lufs(sounds);
        if (!Double.isNaN(apart)) {
            off.add(Math.abs(apart));
        }
    }

    private static String words(String what, List<Double> off) {
        double[] all = off.stream().mapToDouble(Double::doubleValue).toArray();
        return String.format(
                Locale.ROOT,
                "%d %s %.2f dB off in the median, 90 %% within %.2f",
                all.length,
                what,
                Percentile.median(all),
                Percentile.of(all, 90));
    }

    private static Path printed(Derived derived, Voice voice, Path folder) throws ZelvanProblem {
        VoiceSource source = derived.voice(voice.id()).orElseThrow().locked().orElseThrow();
        float[] samples = new float[Math.toIntExact(source.frames())];
        source.read(0, 0, samples, samples.length);
        Path file = folder.resolve(voice.id() + "-" + System.nanoTime() + ".wav");
        write(Sound.owning(source.sampleRateHertz(), samples), file);
        return file;
    }
}
