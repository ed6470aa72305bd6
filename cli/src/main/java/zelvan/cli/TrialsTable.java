package zelvan.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Marks;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.measure.Doubt;
import zelvan.measure.LockMeter;
import zelvan.singers.Performance;
import zelvan.singers.Trials;
import zelvan.timing.TimeMap;
import zelvan.timing.TimeMapper;
import zelvan.timing.TimingResult;
import zelvan.timing.TimingSettings;

/// The matching tried on singers of known truth: how far each moment lands from the guide's, and
/// whether the program knew where it was wrong.
final class TrialsTable {
    /// A match this far off is wrong.
    private static final double WRONG_MILLIS = 50;

    /// A moment this near to a doubtful place is found by whoever looks at the place.
    private static final double NEAR_SECONDS = 0.1;

    /// @param millis distance from the guide's moment, after full pull
    /// @param doubtful whether it lies in a place that the program lists as doubtful
    private record Moment(double millis, boolean doubtful) {
        boolean wrong() {
            return millis > WRONG_MILLIS;
        }
    }

    private TrialsTable() {}

    /// Sings and matches all trials; one line each, and one about the doubts.
    ///
    /// @param takes how often each is sung; of more than one the means are told, and the standard
    ///   deviation of a single take from them: differences between two programs that are not larger
    ///   say nothing
    static List<String> lines(int takes) {
        List<String> lines = new ArrayList<>();
        List<Moment> all = new ArrayList<>();
        for (Trials.Plan plan : Trials.all()) {
            double[] medians = new double[takes];
            double[] tails = new double[takes];
            List<Moment> moments = new ArrayList<>();
            for (int take = 0; take < takes; take++) {
                List<Moment> sung = moments(plan.take(take).sing());
                double[] millis = sung.stream().mapToDouble(Moment::millis).toArray();
                medians[take] = Percentile.median(millis);
                tails[take] = Percentile.of(millis, 90);
                moments.addAll(sung);
            }
            lines.add(
                    String.format(
                            Locale.ROOT,
                            "  %-26s %4d moments   %s %s   %4.1f %% beyond 50 ms",
                            plan.name(),
                            moments.size(),
                            meanAndDeviation(medians),
                            meanAndDeviation(tails),
                            100.0
                                    * moments.stream().filter(Moment::wrong).count()
                                    / moments.size()));
            all.addAll(moments);
        }
        List<Moment> wrong = all.stream().filter(Moment::wrong).toList();
        List<Moment> right = all.stream().filter(moment -> !moment.wrong()).toList();
        lines.add(
                String.format(
                        Locale.ROOT,
                        "  marked doubtful: %s of the %d moments beyond 50 ms, %s of the others",
                        doubtful(wrong),
                        wrong.size(),
                        doubtful(right)));
        return lines;
    }

    private static String meanAndDeviation(double[] values) {
        double mean = Arrays.stream(values).average().orElse(Double.NaN);
        if (values.length < 2) {
            return String.format(Locale.ROOT, "%6.1f", mean);
        }
        double squares = Arrays.stream(values).map(v -> (v - mean) * (v - mean)).sum();
        return String.format(
                Locale.ROOT, "%6.2f ± %4.2f", mean, Math.sqrt(squares / (values.length - 1)));
    }

    private static String doubtful(List<Moment> moments) {
        long marked = moments.stream().filter(Moment::doubtful).count();
        return String.format(Locale.ROOT, "%.1f %%", 100.0 * marked / Math.max(1, moments.size()));
    }

    private static List<Moment> moments(Trials.Trial trial) {
        VoiceAnalysis guide = new VoiceAnalyser().analyse(trial.guide().sound());
        VoiceAnalysis voice = new VoiceAnalyser().analyse(trial.voice().sound());
        Alignment found = new Aligner().align(guide, voice, List.of(), List.of());
        Alignment alignment = Marks.applied(found, guide, Marks.NONE, Marks.NONE);
        TimingResult timing =
                new TimeMapper(voice).map(alignment, t -> TimingSettings.FULL, List.of());
        List<Doubt> doubts =
                new LockMeter(guide.phrasesAsGuide(), guide.landmarks(), TimeMap.IDENTITY)
                        .measure(alignment, timing, List.of(), voice.phrases())
                        .doubts();
        Map<String, Double> truth =
                trial.guide().performance().moments().stream()
                        .collect(
                                Collectors.toMap(
                                        Performance.Moment::id, Performance.Moment::seconds));
        List<Moment> moments = new ArrayList<>();
        for (Performance.Moment moment : trial.voice().performance().moments()) {
            Double belongs = truth.get(moment.id());
            if (belongs != null) {
                double lands = timing.map().outputSecondsAt(moment.seconds());
                moments.add(
                        new Moment(
                                1000 * Math.abs(lands - belongs),
                                doubts.stream()
                                        .anyMatch(d ->
                                                d.span()
                                                        .widenedBy(NEAR_SECONDS)
                                                        .contains(belongs))));
            }
        }
        return moments;
    }
}
