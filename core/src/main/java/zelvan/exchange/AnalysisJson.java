package zelvan.exchange;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.json.JsonMapper;
import zelvan.align.Marks;
import zelvan.analysis.End;
import zelvan.analysis.VoiceAnalysis;
import zelvan.files.Target;
import zelvan.files.WholeFile;
import zelvan.files.WriteProblem;
import zelvan.level.HeardLevels;
import zelvan.units.ClockSpan;

/// What is heard in one voice, as JSON: pitch, landmarks, esses, breaths and ends with their
/// levels, phrases and notes.
public final class AnalysisJson {
    private record PitchOut(
            double startSeconds,
            double hopSeconds,
            double[] hz,
            double[] voicing,
            List<double[]> octaveDoubts) {}

    private record LandmarkOut(String kind, double seconds) {}

    private record NoteOut(double start, double end, double hz) {}

    /// @param besideVowelsDecibels how loud it is against the vowels beside it
    private record SoundOut(String kind, double start, double end, double besideVowelsDecibels) {}

    private record Document(
            PitchOut pitch,
            List<LandmarkOut> landmarks,
            List<double[]> esses,
            List<double[]> breaths,
            List<double[]> ends,
            List<SoundOut> sounds,
            List<double[]> phrases,
            List<NoteOut> notes) {}

    private AnalysisJson() {}

    /// @throws WriteProblem if the system does not let it
    public static void write(Target target, VoiceAnalysis analysis) throws WriteProblem {
        int frames = analysis.pitch().frames();
        double[] hz = new double[frames];
        double[] voicing = new double[frames];
        for (int f = 0; f < frames; f++) {
            hz[f] = analysis.pitch().voiced(f) ? rounded(analysis.pitch().hertz(f), 1000) : 0;
            voicing[f] = rounded(analysis.pitch().voicing(f), 1000);
        }
        Document document =
                new Document(
                        new PitchOut(
                                0,
                                analysis.pitch().hopSeconds(),
                                hz,
                                voicing,
                                pairs(analysis.pitch().octaveDoubts())),
                        Marks.NONE.of(analysis).stream()
                                .map(l ->
                                        new LandmarkOut(
                                                l.kind().name().toLowerCase(Locale.ROOT),
                                                rounded(l.seconds(), 100_000)))
                                .toList(),
                        pairs(analysis.esses()),
                        pairs(analysis.breaths()),
                        pairs(analysis.ends().stream().map(End::span).toList()),
                        sounds(new HeardLevels(analysis, List.of())),
                        pairs(analysis.phrases()),
                        analysis.notes().stream()
                                .map(n ->
                                        new NoteOut(
                                                rounded(n.span().startSeconds(), 100_000),
                                                rounded(n.span().endSeconds(), 100_000),
                                                rounded(n.hertz(), 1000)))
                                .toList());
        JsonOut.write(target, document);
    }

    private static List<SoundOut> sounds(HeardLevels levels) {
        return levels.sounds().stream()
                .map(s ->
                        new SoundOut(
                                s.kind().word(),
                                rounded(s.span().startSeconds(), 100_000),
                                rounded(s.span().endSeconds(), 100_000),
                                rounded(levels.besideDecibels(s), 100)))
                .toList();
    }

    static List<double[]> pairs(List<? extends ClockSpan<?>> spans) {
        List<double[]> pairs = new ArrayList<>();
        for (ClockSpan<?> span : spans) {
            pairs.add(
                    new double[] {
                        rounded(span.startSeconds(), 100_000), rounded(span.endSeconds(), 100_000)
                    });
        }
        return pairs;
    }

    static double rounded(double value, double scale) {
        return Math.round(value * scale) / scale;
    }

    /// Writes any value as JSON.
    static final class JsonOut {
        private static final JsonMapper JSON = JsonMapper.builder().build();

        private JsonOut() {}

        static void write(Target target, Object document) throws WriteProblem {
            WholeFile.write(target, file -> Files.write(file, JSON.writeValueAsBytes(document)));
        }
    }
}
