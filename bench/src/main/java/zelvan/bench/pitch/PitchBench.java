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
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;
import zelvan.singers.DemoSession;
import zelvan.singers.Performance;
import zelvan.singers.Performer;
import zelvan.singers.Recording;
import zelvan.singers.Singer;
import zelvan.singers.VoiceSynthesizer;

/// Measures how right the pitch track is: singers whose pitch is known, from bass to soprano,
/// recorded well and badly, heard by us and by the general-purpose pitch trackers that are
/// installed.
public final class PitchBench {
    private static final int RATE_HERTZ = 44_100;
    private static final double SECONDS = 47;
    private static final double NOISE_DECIBELS = -30;
    private static final double LOUD_NOISE_DECIBELS = -20;
    private static final double BLEED_DECIBELS = -30;

    private static final Singer CHILD = new Singer("Pip", 1.35, 0.12, 0.4, 0.003, 6.0, 18, 0.95);
    private static final Singer BREATHY = new Singer("Fen", 1.12, 0.55, 0.6, 0.004, 5.4, 20, 1.05);
    private static final Singer ROUGH = new Singer("Grit", 0.95, 0.2, 0.1, 0.03, 5.0, 20, 1.1);
    private static final Singer WIDE = new Singer("Ilo", 1.15, 0.1, 0.4, 0.003, 6.2, 90, 1);

    /// @param transposeNotes how far above the song, which lies from 294 to 594 Hz, semitones
    private record Voice(String name, Singer singer, double transposeNotes) {}

    private static final List<Voice> VOICES =
            List.of(
                    new Voice("bass, 58 to 118 Hz", Singer.ODO, -28),
                    new Voice("baritone, 93 to 187 Hz", Singer.ODO, -20),
                    new Voice("tenor, 147 to 297 Hz", Singer.ODO, -12),
                    new Voice("alto, 294 to 594 Hz", Singer.MARA, 0),
                    new Voice("child, 494 to 999 Hz", CHILD, 9),
                    new Voice("soprano, 659 to 1334 Hz", Singer.WREN, 14),
                    new Voice("breathy, 247 to 500 Hz", BREATHY, -3),
                    new Voice("creaky, 131 to 265 Hz", ROUGH, -14),
                    new Voice("wide vibrato, 196 to 396 Hz", WIDE, -7));

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
            for (Voice voice : VOICES) {
                VoiceSynthesizer.Take take = sing(voice);
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

    private static VoiceSynthesizer.Take sing(Voice voice) {
        Performer.Habits habits =
                new Performer.Habits(0, 1, 0, 0.01, 0, 10, voice.transposeNotes, true);
        Performance performance =
                new Performer(voice.singer, habits, 7)
                        .perform(DemoSession.song(), Performer.Departures.NONE, SECONDS);
        return new VoiceSynthesizer(voice.singer, RATE_HERTZ).sing(performance, 7);
    }

    private void note(String recording, Voice voice, String tracker, PitchScore score) {
        if (detailed) {
            out.printf("%-44s%-18s%s%n", voice.name + ", " + recording, tracker, score.line());
        }
        for (String total : new ArrayList<>(List.of(recording + ": ", "all: "))) {
            totals.merge(total + tracker, score, PitchScore::plus);
        }
    }
}
