package zelvan.bench.pitch;

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
import java.util.function.DoubleUnaryOperator;
import java.util.function.UnaryOperator;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.bench.others.OtherTracker;
import zelvan.bench.voices.KnownVoice;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;
import zelvan.singers.Recording;
import zelvan.singers.VoiceSynthesizer;

/// Measures how right the pitch track is: singers whose pitch is known, from bass to soprano,
/// recorded well and badly, heard by us and by the general-purpose pitch trackers that are
/// installed.
public final class PitchBench {
    private static final int RATE_HERTZ = 44_100;
    private static final double NOISE_DECIBELS = -30;
    private static final double LOUD_NOISE_DECIBELS = -20;
    private static final double BLEED_DECIBELS = -30;

    private static final Map<String, UnaryOperator<Sound>> RECORDINGS = new LinkedHashMap<>();

    static {
        RECORDINGS.put("clean", s -> s);
        RECORDINGS.put("noise −30 dB", s -> Recording.noise(s, NOISE_DECIBELS));
        RECORDINGS.put("noise −20 dB", s -> Recording.noise(s, LOUD_NOISE_DECIBELS));
        RECORDINGS.put("a room", Recording::room);
        RECORDINGS.put("bleed −30 dB", s -> Recording.bleed(s, BLEED_DECIBELS));
        RECORDINGS.put(
                "all of it",
                s ->
                        Recording.noise(
                                Recording.bleed(Recording.room(s), BLEED_DECIBELS),
                                NOISE_DECIBELS));
    }

    private final PrintStream out;
    private final Path folder;
    private final boolean detailed;
    private final Map<String, PitchScore> totals = new LinkedHashMap<>();

    private PitchBench(PrintStream out, Path folder, boolean detailed) {
        this.out = out;
        this.folder = folder;
        this.detailed = detailed;
    }

    /// @param args `alone` measures without the other trackers, `detailed` prints each voice
    public static void main(String[] args) throws IOException, ZelvanProblem {
        List<String> asked = List.of(args);
        Path folder = Files.createTempDirectory("zelvan-pitch");
        PitchBench bench = new PitchBench(System.out, folder, asked.contains("detailed"));
        bench.run(
                asked.contains("alone")
                        ? List.of()
                        : OtherTracker.ALL.stream().filter(OtherTracker::isHere).toList());
        Files.deleteIfExists(folder.resolve("voice.wav"));
        Files.delete(folder);
    }

    private void run(List<OtherTracker> others) throws IOException, ZelvanProblem {
        OtherTracker.ALL.stream()
                .filter(o -> !others.contains(o))
                .forEach(o -> out.println("Measured without " + o.name() + "."));
        out.printf("%-44s%-18s%s%n", "", "", PitchScore.heads());
        double analysisSeconds = 0;
        double heardSeconds = 0;
        for (Map.Entry<String, UnaryOperator<Sound>> recording : RECORDINGS.entrySet()) {
            for (KnownVoice voice : KnownVoice.ALL) {
                VoiceSynthesizer.Take take = voice.sing(RATE_HERTZ);
                Sound sound = recording.getValue().apply(take.sound());
                long start = System.nanoTime();
                VoiceAnalysis heard = new VoiceAnalyser().analyse(sound);
                analysisSeconds += (System.nanoTime() - start) * 1e-9;
                heardSeconds += sound.seconds();
                note(
                        recording.getKey(),
                        voice,
                        "ours",
                        PitchScore.of(take, heard.pitch()::hertzNear));
                SoundFiles.write(
                        Target.temporary(folder.resolve("voice.wav")),
                        sound,
                        SoundFormat.WAV_FLOAT);
                for (OtherTracker other : others) {
                    Optional<DoubleUnaryOperator> told =
                            other.hear(folder.resolve("voice.wav"), sound.sampleRateHertz());
                    if (told.isPresent()) {
                        note(
                                recording.getKey(),
                                voice,
                                other.name(),
                                PitchScore.of(take, told.get()));
                    }
                }
            }
        }
        out.println();
        totals.forEach((name, score) -> out.printf("%-62s%s%n", name, score.line()));
        out.printf(
                Locale.ROOT,
                "%nall of the analysis: %.0f times real time%n",
                heardSeconds / analysisSeconds);
    }

    private void note(String recording, KnownVoice voice, String tracker, PitchScore score) {
        if (detailed) {
            out.printf("%-44s%-18s%s%n", voice.name() + ", " + recording, tracker, score.line());
        }
        for (String total : new ArrayList<>(List.of(recording + ": ", "all: "))) {
            totals.merge(total + tracker, score, PitchScore::plus);
        }
    }
}
