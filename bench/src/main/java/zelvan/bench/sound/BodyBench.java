package zelvan.bench.sound;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.bench.Scratch;
import zelvan.bench.others.FormantMeter;
import zelvan.bench.voices.KnownVoice;
import zelvan.dsp.Percentile;
import zelvan.files.Target;
import zelvan.play.Player;
import zelvan.play.Program;
import zelvan.play.SimulatedOutput;
import zelvan.play.Version;
import zelvan.problem.ZelvanProblem;
import zelvan.render.EpochFinder;
import zelvan.render.Epochs;
import zelvan.render.HarmonicGains;
import zelvan.render.LowCut;
import zelvan.render.LowCuts;
import zelvan.render.Shape;
import zelvan.render.VoiceRenderer;
import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;
import zelvan.units.Curve;

/// How far praat hears formants move that are moved by two semitones, how fast a voice is rendered
/// with everything done to it at once, and whether many such voices play without a gap:
/// scripts/body.
public final class BodyBench {
    private static final int RATE_HERTZ = 48_000;
    private static final double MOVED_CENTS = 200;

    /// Those whose harmonics lie near enough for formants to be told.
    private static final int LOW_VOICES = 3;

    private static final double CEILING_HERTZ = 5000;
    private static final double NOTE_EDGE_SECONDS = 0.08;
    private static final double HOP_SECONDS = 0.01;

    /// What moves by more is another formant.
    private static final double SAME_SEMITONES = 4;

    /// Until the Java runtime has compiled all that matters.
    private static final double WARM_UP_SECONDS = 8;

    private static final int ROUNDS = 21;
    private static final int BLOCK = 512;
    private static final int PLAYED_VOICES = 24;
    private static final double PLAYED_SECONDS = 40;
    private static final int PLAYED_ROUNDS = 2;
    private static final double ROOM = 0.4;

    /// After a session was opened, before somebody plays it.
    private static final double STANDS_SECONDS = 3;

    private BodyBench() {}

    public static void main(String[] arguments) throws IOException, ZelvanProblem {
        if (!FormantMeter.isHere()) {
            throw new IllegalStateException("praat is not installed: install Debian's praat");
        }
        try (Scratch scratch = Scratch.named("zelvan-body")) {
            for (KnownVoice voice : KnownVoice.ALL.subList(0, LOW_VOICES)) {
                formants(voice, scratch.folder());
            }
        }
        Sound played = KnownVoice.ALL.get(2).sing(RATE_HERTZ).sound();
        Epochs epochs = new EpochFinder().find(played, new VoiceAnalyser().analyse(played).pitch());
        for (int round = 0; round < PLAYED_ROUNDS; round++) {
            playing("time and pitch alone", played, epochs, moved(played.seconds()), 0);
            playing("everything, in the room", played, epochs, everything(played.seconds()), ROOM);
        }
        for (KnownVoice voice : KnownVoice.ALL.subList(2, 4)) {
            speed(voice);
        }
    }

    private static void formants(KnownVoice known, Path folder) throws IOException, ZelvanProblem {
        Sound voice = known.sing(RATE_HERTZ).sound();
        VoiceAnalysis heard = new VoiceAnalyser().analyse(voice);
        Shape shape = Shape.of(TimeMap.IDENTITY).withFormants(Curve.everywhere(MOVED_CENTS));
        VoiceRenderer moved =
                new VoiceRenderer(voice, new EpochFinder().find(voice, heard.pitch()), shape);
        float[] after = new float[voice.frames()];
        moved.read(0, 0, after, after.length);
        FormantMeter own =
                FormantMeter.of(written(voice, folder.resolve("own.wav")), CEILING_HERTZ);
        FormantMeter their =
                FormantMeter.of(
                        written(Sound.owning(RATE_HERTZ, after), folder.resolve("moved.wav")),
                        CEILING_HERTZ * Math.pow(2, MOVED_CENTS / 1200));
        List<List<Double>> semitones =
                IntStream.range(0, FormantMeter.FORMANTS)
                        .mapToObj(f -> (List<Double>) new ArrayList<Double>())
                        .toList();
        for (var note : heard.notes()) {
            for (double t = note.span().startSeconds() + NOTE_EDGE_SECONDS;
                    t < note.span().endSeconds() - NOTE_EDGE_SECONDS;
                    t += HOP_SECONDS) {
                var before = own.at(t);
                var there = their.at(t);
                if (before.isPresent() && there.isPresent()) {
                    add(semitones, before.get(), there.get());
                }
            }
        }
        System.out.printf(
                Locale.ROOT,
                "%s: praat hears formants 1 to %d moved by %s semitones in the median, all by"
                        + " %.2f (%d moments)%n",
                known.name(),
                FormantMeter.FORMANTS,
                semitones.stream()
                        .map(s -> String.format(Locale.ROOT, "%.2f", median(s)))
                        .collect(Collectors.joining(", ")),
                median(semitones.stream().flatMap(List::stream).toList()),
                semitones.getFirst().size());
    }

    private static void add(List<List<Double>> semitones, double[] before, double[] after) {
        for (int f = 0; f < before.length; f++) {
            double moved = 12 * Math.log(after[f] / before[f]) / Math.log(2);
            if (before[f] > 0 && after[f] > 0 && Math.abs(moved) < SAME_SEMITONES) {
                semitones.get(f).add(moved);
            }
        }
    }

    private static double median(List<Double> values) {
        return Percentile.median(values.stream().mapToDouble(Double::doubleValue).toArray());
    }

    private static Path written(Sound sound, Path file) throws ZelvanProblem {
        SoundFiles.write(Target.temporary(file), sound, SoundFormat.WAV_FLOAT);
        return file;
    }

    /// Every stretch of it for the first time, in the blocks of a sound card.
    private static void speed(KnownVoice known) {
        Sound voice = known.sing(RATE_HERTZ).sound();
        Epochs epochs = new EpochFinder().find(voice, new VoiceAnalyser().analyse(voice).pitch());
        long end = System.nanoTime() + (long) (WARM_UP_SECONDS * 1e9);
        while (System.nanoTime() < end) {
            var unused = rendered(voice, epochs);
        }
        double[] times = new double[ROUNDS];
        Arrays.setAll(times, round -> voice.seconds() / rendered(voice, epochs));
        System.out.printf(
                Locale.ROOT,
                "%s, everything done to it at once: %.0f times real time on one thread (median of"
                        + " %d, slowest %.0f, fastest %.0f)%n",
                known.name(),
                Percentile.median(times),
                times.length,
                Percentile.of(times, 0),
                Percentile.of(times, 100));
    }

    /// Seconds that it takes.
    private static double rendered(Sound voice, Epochs epochs) {
        VoiceRenderer renderer = new VoiceRenderer(voice, epochs, everything(voice.seconds()));
        float[] block = new float[BLOCK];
        long start = System.nanoTime();
        for (long at = 0; at < renderer.frames(); at += BLOCK) {
            renderer.read(0, at, block, BLOCK);
        }
        return (System.nanoTime() - start) * 1e-9;
    }

    /// Many such voices, to an output that keeps time. Formants were rendered before: what the
    /// first play after the start is like is not told by this.
    private static void playing(String what, Sound voice, Epochs epochs, Shape shape, double room) {
        List<Program.Track> tracks =
                IntStream.range(0, PLAYED_VOICES)
                        .mapToObj(k -> {
                            VoiceRenderer shaped = new VoiceRenderer(voice, epochs, shape);
                            return new Program.Track("voice " + k, shaped, shaped, 0.2, 0.2);
                        })
                        .toList();
        try (Player player = new Player(new SimulatedOutput(RATE_HERTZ))) {
            player.program(new Program(tracks, Version.LOCKED, 1, 1, room));
            pause(STANDS_SECONDS);
            player.play();
            pause(PLAYED_SECONDS);
            System.out.printf(
                    Locale.ROOT,
                    "%d tenors, %s, for %.0f s: %d drop-outs, at least %d of %d frames left in the"
                            + " output%n",
                    PLAYED_VOICES,
                    what,
                    PLAYED_SECONDS,
                    player.fill().dropouts(),
                    player.fill().leastBufferedFrames(),
                    new SimulatedOutput(RATE_HERTZ).bufferFrames());
        }
    }

    private static void pause(double seconds) {
        long end = System.nanoTime() + (long) (seconds * 1e9);
        while (System.nanoTime() < end) {
            LockSupport.parkNanos(10_000_000);
        }
    }

    /// Time and pitch.
    private static Shape moved(double seconds) {
        List<TimeMap.Point> points = new ArrayList<>();
        List<PitchMap.Point> pitch = new ArrayList<>();
        for (double t = 0; t < seconds; t += 0.25) {
            double turn = Math.sin(3 * t);
            points.add(new TimeMap.Point(t, t + 0.02 * turn));
            pitch.add(new PitchMap.Point(t, 60 * turn));
        }
        return Shape.of(TimeMap.of(points), PitchMap.of(pitch));
    }

    /// And formants, level, all harmonics and a low cut.
    private static Shape everything(double seconds) {
        List<Curve.Point> levels = new ArrayList<>();
        for (double t = 0; t < seconds; t += 0.25) {
            levels.add(new Curve.Point(t, -6 + 6 * Math.sin(3 * t)));
        }
        List<Double> harmonics = new ArrayList<>(Collections.nCopies(8, -2.0));
        harmonics.set(0, -6.0);
        return moved(seconds)
                .withFormants(Curve.everywhere(MOVED_CENTS))
                .withGain(Curve.of(levels))
                .withHarmonics(HarmonicGains.everywhere(harmonics))
                .withLowCuts(new LowCuts(new LowCut(80, LowCut.Slope.STEEP), List.of()));
    }
}
