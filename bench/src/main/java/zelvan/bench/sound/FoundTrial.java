package zelvan.bench.sound;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;
import zelvan.analysis.End;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.singers.Performance.LineEnd;
import zelvan.singers.TakeTrials;
import zelvan.singers.TakeTrials.SungTake;
import zelvan.units.RecordedSpan;
import zelvan.units.TimeSpan;

/// Esses, breaths and ends as they are found in simulated singers' takes, beside when they were
/// sung.
final class FoundTrial {
    private static final int VOICES = 5;
    private static final int TAKES = 2;
    private static final double AROUND_SECONDS = 0.3;

    /// A cutoff counts as found this near to when it was sung.
    private static final double CUTOFF_SECONDS = 0.06;

    private final String name;
    private final double reachSeconds;
    private int sung;
    private int found;
    private int told;
    private int right;
    private final List<Double> edges = new ArrayList<>();
    private final List<String> lines = new ArrayList<>();

    FoundTrial(String name) {
        this(name, 0);
    }

    /// @param reachSeconds it counts as found this near to where it was sung
    private FoundTrial(String name, double reachSeconds) {
        this.name = name;
        this.reachSeconds = reachSeconds;
    }

    static List<String> run(long seed) {
        FoundTrial esses = new FoundTrial("sibilants");
        FoundTrial noisyEsses = new FoundTrial("sibilants in lines with noise as loud as they");
        FoundTrial breaths = new FoundTrial("breaths");
        for (int k = 0; k < VOICES; k++) {
            TakeTrials.Trial trial = TakeTrials.ofVoice(TAKES, seed + k);
            for (SungTake take :
                    Stream.concat(Stream.of(trial.guide()), trial.takes().stream()).toList()) {
                VoiceAnalysis heard = new VoiceAnalyser().analyse(take.sound());
                Predicate<TimeSpan> noisy = noisy(take);
                esses.compare(take.performance().sibilants(), heard.esses(), noisy.negate());
                noisyEsses.compare(take.performance().sibilants(), heard.esses(), noisy);
                breaths.compare(take.performance().breaths(), heard.breaths(), all -> true);
            }
        }
        FoundTrial consonants = new FoundTrial("final consonants");
        FoundTrial cutoffs = new FoundTrial("cutoffs", CUTOFF_SECONDS);
        for (int k = 0; k < VOICES; k++) {
            for (SungTake take : TakeTrials.ofEndings(TAKES + 1, seed + k)) {
                List<LineEnd> sung = take.performance().ends();
                List<End> heard = new VoiceAnalyser().analyse(take.sound()).ends();
                consonants.compare(
                        sung.stream().filter(LineEnd::consonant).map(LineEnd::span).toList(),
                        of(End.Kind.CONSONANT, heard),
                        all -> true);
                cutoffs.compare(
                        sung.stream().filter(e -> !e.consonant()).map(LineEnd::span).toList(),
                        of(End.Kind.CUTOFF, heard),
                        all -> true);
            }
        }
        List<String> lines = new ArrayList<>();
        for (FoundTrial each : List.of(esses, noisyEsses, breaths, consonants, cutoffs)) {
            lines.addAll(each.lines());
        }
        return lines;
    }

    private static List<RecordedSpan> of(End.Kind kind, List<End> ends) {
        return ends.stream().filter(e -> e.kind() == kind).map(End::span).toList();
    }

    /// Whether something lies in a line that has noise.
    private static Predicate<TimeSpan> noisy(SungTake take) {
        List<TimeSpan> lines =
                take.lines().stream()
                        .filter(l -> take.faults().get(l.label()) == TakeTrials.Fault.NOISE)
                        .map(l -> l.span().widenedBy(AROUND_SECONDS))
                        .toList();
        return span -> lines.stream().anyMatch(l -> l.overlaps(span));
    }

    void compare(List<TimeSpan> truth, List<RecordedSpan> heard, Predicate<TimeSpan> counts) {
        for (TimeSpan span : truth.stream().filter(counts).toList()) {
            sung++;
            var best =
                    heard.stream()
                            .filter(h -> h.time().overlaps(span.widenedBy(reachSeconds)))
                            .max((a, b) ->
                                    Double.compare(
                                            a.time().sharedSeconds(span),
                                            b.time().sharedSeconds(span)));
            if (best.isPresent()) {
                found++;
                edges.add(Math.abs(best.get().startSeconds() - span.startSeconds()));
                edges.add(Math.abs(best.get().endSeconds() - span.endSeconds()));
            } else {
                lines.add("  %s of %s is not found".formatted(name, span));
            }
        }
        for (RecordedSpan span : heard.stream().filter(h -> counts.test(h.time())).toList()) {
            told++;
            boolean is =
                    truth.stream().anyMatch(t -> t.widenedBy(reachSeconds).overlaps(span.time()));
            right += is ? 1 : 0;
            if (!is) {
                lines.add("  %s of %s is none".formatted(name, span.time()));
            }
        }
    }

    /// What was missed or told wrongly, and the figures.
    List<String> lines() {
        List<String> all = new ArrayList<>(lines);
        all.add(result());
        return all;
    }

    private String result() {
        double[] away = edges.stream().mapToDouble(e -> 1000 * e).toArray();
        return "%s: %d of %d found (%.1f %%), %d of %d right (%.1f %%), edges off by %.1f ms in the median, 90 %% within %.1f ms"
                .formatted(
                        name,
                        found,
                        sung,
                        100.0 * found / sung,
                        right,
                        told,
                        100.0 * right / told,
                        Percentile.median(away),
                        Percentile.of(away, 90));
    }
}
