package zelvan.exchange;

import com.samskivert.mustache.Mustache;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import zelvan.align.Alignment;
import zelvan.files.Target;
import zelvan.files.WholeFile;
import zelvan.files.WriteProblem;
import zelvan.measure.LevelLock;
import zelvan.measure.LevelLockMap;
import zelvan.measure.Lock;
import zelvan.measure.LockMap;
import zelvan.measure.PitchLock;
import zelvan.measure.PitchLockMap;
import zelvan.timing.TimingResult;
import zelvan.units.Clock;
import zelvan.units.GuideSpan;

/// What was done to a stack and what is left, as JSON, CSV or one HTML page.
public final class LockReport {
    private static final double SCALE = 1_000_000;

    /// One voice of the report.
    ///
    /// @param name as the user calls it
    /// @param file as recorded
    /// @param output as printed; the same as `file` where nothing was printed
    public record Part(
            String name,
            Path file,
            Path output,
            Alignment alignment,
            TimingResult timing,
            LockMap lock,
            PitchLockMap pitch,
            LevelLockMap level) {}

    private record PointOut(double sourceSeconds, double outputSeconds) {}

    private record AnchorOut(
            String kind,
            double sourceSeconds,
            double guideSeconds,
            double outputSeconds,
            double confidence,
            boolean held) {}

    private record TimingOut(
            double beforeMedianMs, double beforeP90Ms, double afterMedianMs, double afterP90Ms) {}

    private record PitchOut(
            double beforeMedianCents,
            double beforeP90Cents,
            double afterMedianCents,
            double afterP90Cents) {}

    private record LevelOut(
            double beforeMedianDecibels,
            double beforeP90Decibels,
            double afterMedianDecibels,
            double afterP90Decibels) {}

    private record PartOut(
            String file,
            String output,
            List<PointOut> timeMap,
            List<AnchorOut> anchors,
            List<double[]> unmatched,
            TimingOut timing,
            PitchOut pitch,
            LevelOut level) {}

    private record GuideOut(String file, List<double[]> phrases) {}

    private record Document(GuideOut guide, List<PartOut> parts) {}

    private LockReport() {}

    /// @param guide the guide's file
    /// @param phrases its phrases
    /// @throws WriteProblem if the system does not let it
    public static void writeJson(
            Target target, Path guide, List<GuideSpan> phrases, List<Part> parts)
            throws WriteProblem {
        List<PartOut> out = new ArrayList<>();
        for (Part part : parts) {
            out.add(
                    new PartOut(
                            part.file().toString(),
                            part.output().toString(),
                            part.timing().map().points().stream()
                                    .map(p ->
                                            new PointOut(
                                                    round(p.sourceSeconds()),
                                                    round(p.outputSeconds())))
                                    .toList(),
                            anchors(part),
                            AnalysisJson.pairs(part.alignment().unmatched()),
                            timing(part.lock()),
                            pitch(part.pitch()),
                            level(part.level())));
        }
        AnalysisJson.JsonOut.write(
                target,
                new Document(new GuideOut(guide.toString(), AnalysisJson.pairs(phrases)), out));
    }

    private static List<AnchorOut> anchors(Part part) {
        return part.alignment().anchors().stream()
                .map(a ->
                        new AnchorOut(
                                a.kind()
                                        .map(k -> k.name().toLowerCase(Locale.ROOT))
                                        .orElse("passage"),
                                round(a.sourceSeconds()),
                                round(a.guideSeconds()),
                                round(part.timing().map().outputSecondsAt(a.sourceSeconds())),
                                AnalysisJson.rounded(a.confidence(), 1000),
                                a.held()))
                .toList();
    }

    private static TimingOut timing(LockMap lock) {
        return new TimingOut(
                millis(lock.before().medianSeconds()),
                millis(lock.before().p90Seconds()),
                millis(lock.after().medianSeconds()),
                millis(lock.after().p90Seconds()));
    }

    private static PitchOut pitch(PitchLockMap lock) {
        return new PitchOut(
                hundredths(lock.before().medianCents()),
                hundredths(lock.before().p90Cents()),
                hundredths(lock.after().medianCents()),
                hundredths(lock.after().p90Cents()));
    }

    private static LevelOut level(LevelLockMap lock) {
        return new LevelOut(
                hundredths(lock.before().medianDecibels()),
                hundredths(lock.before().p90Decibels()),
                hundredths(lock.after().medianDecibels()),
                hundredths(lock.after().p90Decibels()));
    }

    private static double hundredths(double value) {
        return AnalysisJson.rounded(value, 100);
    }

    private static double round(double value) {
        return AnalysisJson.rounded(value, SCALE);
    }

    private static double millis(double seconds) {
        return AnalysisJson.rounded(seconds * 1000, 100);
    }

    /// One row for each voice and phrase.
    ///
    /// @throws WriteProblem if the system does not let it
    public static void writeCsv(Target target, List<Part> parts) throws WriteProblem {
        WholeFile.write(target, file -> writeCsv(file, parts));
    }

    private static void writeCsv(Path file, List<Part> parts) throws IOException {
        try (CsvWriter csv = CsvWriter.builder().build(file)) {
            csv.writeRecord(
                    "voice",
                    "phraseStartSeconds",
                    "phraseEndSeconds",
                    "state",
                    "beforeMedianMs",
                    "beforeP90Ms",
                    "afterMedianMs",
                    "afterP90Ms",
                    "beforeMedianCents",
                    "beforeP90Cents",
                    "afterMedianCents",
                    "afterP90Cents",
                    "beforeMedianDecibels",
                    "beforeP90Decibels",
                    "afterMedianDecibels",
                    "afterP90Decibels");
            for (Part part : parts) {
                for (int phrase = 0; phrase < part.lock().cells().size(); phrase++) {
                    LockMap.Cell cell = part.lock().cells().get(phrase);
                    PitchLockMap.Cell pitch = part.pitch().cells().get(phrase);
                    LevelLockMap.Cell level = part.level().cells().get(phrase);
                    csv.writeRecord(
                            part.name(),
                            text("%.3f", cell.phrase().startSeconds()),
                            text("%.3f", cell.phrase().endSeconds()),
                            cell.state().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                            text("%.2f", cell.before().medianSeconds() * 1000),
                            text("%.2f", cell.before().p90Seconds() * 1000),
                            text("%.2f", cell.after().medianSeconds() * 1000),
                            text("%.2f", cell.after().p90Seconds() * 1000),
                            text("%.1f", pitch.before().medianCents()),
                            text("%.1f", pitch.before().p90Cents()),
                            text("%.1f", pitch.after().medianCents()),
                            text("%.1f", pitch.after().p90Cents()),
                            text("%.2f", level.before().medianDecibels()),
                            text("%.2f", level.before().p90Decibels()),
                            text("%.2f", level.after().medianDecibels()),
                            text("%.2f", level.after().p90Decibels()));
                }
            }
        }
    }

    /// One self-contained page.
    ///
    /// @throws WriteProblem if the system does not let it
    public static void writeHtml(Target target, String song, String guide, List<Part> parts)
            throws WriteProblem {
        List<Map<String, Object>> rows = new ArrayList<>();
        for (Part part : parts) {
            rows.add(
                    Map.of(
                            "name", part.name(),
                            "before", figures(part.lock().before()),
                            "after", figures(part.lock().after()),
                            "pitchBefore", figures(part.pitch().before()),
                            "pitchAfter", figures(part.pitch().after()),
                            "levelBefore", figures(part.level().before()),
                            "levelAfter", figures(part.level().after()),
                            "cells", part.lock().cells().stream().map(LockReport::cell).toList()));
        }
        List<Map<String, Object>> columns =
                parts.isEmpty()
                        ? List.of()
                        : parts.getFirst().lock().cells().stream()
                                .map(c ->
                                        Map.<String, Object>of(
                                                "at", Clock.text(c.phrase().startSeconds(), 1)))
                                .toList();
        Map<String, Object> page =
                Map.of("song", song, "guide", guide, "rows", rows, "columns", columns);
        WholeFile.write(target, file -> writePage(file, page));
    }

    private static void writePage(Path file, Map<String, Object> page) throws IOException {
        try (Writer writer = Files.newBufferedWriter(file);
                var template =
                        new InputStreamReader(
                                Objects.requireNonNull(
                                        LockReport.class.getResourceAsStream("report.html")),
                                StandardCharsets.UTF_8)) {
            Mustache.compiler().compile(template).execute(page, writer);
        }
    }

    private static Map<String, Object> cell(LockMap.Cell cell) {
        String state =
                switch (cell.state()) {
                    case MATCHED -> "";
                    case SILENT -> "silent";
                    case DOUBTFUL -> "doubtful";
                    case OTHER_WORDS -> "something else";
                    case SING_AGAIN -> "better sung again";
                    case PROTECTED -> "protected";
                };
        String figure =
                cell.state() == LockMap.State.SILENT
                        ? ""
                        : cell.before().medianText() + " → " + cell.after().medianText();
        return Map.of("figure", figure, "state", state);
    }

    private static String figures(Lock lock) {
        return lock.count() == 0 ? "–" : lock.medianText() + " / " + lock.p90Text();
    }

    private static String figures(PitchLock lock) {
        return lock.count() == 0 ? "–" : lock.medianText() + " / " + lock.p90Text();
    }

    private static String figures(LevelLock lock) {
        return lock.count() == 0 ? "–" : lock.medianText() + " / " + lock.p90Text();
    }

    private static String text(String format, Object value) {
        return String.format(Locale.ROOT, format, value);
    }
}
