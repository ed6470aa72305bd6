package zelvan.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.measure.LockMeter;
import zelvan.singers.Performance;
import zelvan.singers.Trials;
import zelvan.timing.TimeMapper;
import zelvan.timing.TimingResult;
import zelvan.timing.TimingSettings;

/// The matching tried on singers of known truth: how far each moment lands from the guide's, and
/// whether the program knew where it was wrong.
final class TrialsTable {
    /// A match this far off is wrong.
    private static final double WRONG_MILLIS = 50;

    /// A place without an anchor this near is doubtful.
    private static final double NEAR_SECONDS = 0.2;

    /// @param millis distance from the guide's moment, after full pull
    /// @param doubtful whether the program marks the place
    private record Moment(double millis, boolean doubtful) {
        boolean wrong() {
            return millis > WRONG_MILLIS;
        }
    }

    private TrialsTable() {}

    /// Sings and matches all trials; one line each, and one about the doubts.
    static List<String> lines() {
        List<String> lines = new ArrayList<>();
        List<Moment> all = new ArrayList<>();
        for (Trials.Plan plan : Trials.all()) {
            List<Moment> moments = moments(plan.sing());
            double[] millis = moments.stream().mapToDouble(Moment::millis).toArray();
            lines.add(
                    String.format(
                            Locale.ROOT,
                            "  %-26s %4d moments   %5.1f %6.1f   %4.1f %% beyond 50 ms",
                            plan.name(),
                            millis.length,
                            Percentile.median(millis),
                            Percentile.of(millis, 90),
                            100.0
                                    * moments.stream().filter(Moment::wrong).count()
                                    / millis.length));
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

    private static String doubtful(List<Moment> moments) {
        long marked = moments.stream().filter(Moment::doubtful).count();
        return String.format(Locale.ROOT, "%.1f %%", 100.0 * marked / Math.max(1, moments.size()));
    }

    private static List<Moment> moments(Trials.Trial trial) {
        VoiceAnalysis guide = new VoiceAnalyser().analyse(trial.guide().sound());
        VoiceAnalysis voice = new VoiceAnalyser().analyse(trial.voice().sound());
        Alignment alignment = new Aligner().align(guide, voice, List.of(), List.of());
        TimingResult timing =
                new TimeMapper(voice).map(alignment, t -> TimingSettings.FULL, List.of());
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
                                isDoubtful(alignment, timing, moment.seconds())));
            }
        }
        return moments;
    }

    /// A place is as doubtful as the more doubtful of the anchors around it.
    private static boolean isDoubtful(Alignment alignment, TimingResult timing, double seconds) {
        Anchor before = null;
        Anchor after = null;
        for (Anchor anchor : alignment.anchors()) {
            if (anchor.sourceSeconds() <= seconds) {
                before = anchor;
            } else if (after == null) {
                after = anchor;
            }
        }
        return before == null
                || after == null
                || seconds - before.sourceSeconds() > NEAR_SECONDS
                || after.sourceSeconds() - seconds > NEAR_SECONDS
                || LockMeter.isDoubtful(before, timing)
                || LockMeter.isDoubtful(after, timing);
    }
}
