package zelvan.bench.takes;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import zelvan.align.Aligner;
import zelvan.align.Pass;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.measure.FlatTops;
import zelvan.measure.TakeFigures;
import zelvan.measure.TakeMeter;
import zelvan.measure.TakeWeights;
import zelvan.singers.TakeTrials;
import zelvan.singers.TakeTrials.Fault;
import zelvan.singers.TakeTrials.SungLine;
import zelvan.singers.TakeTrials.SungTake;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// The best of six takes in each of 24 phrases, against the truth.
final class BestTrial {
    private static final int TAKES = 6;
    private static final double AS_GOOD = 1.1;

    private final TakeTrials.Trial trial;
    private final VoiceAnalysis guide;
    private final List<List<List<Optional<TakeFigures>>>> measured = new ArrayList<>();
    private final List<String> lines = new ArrayList<>();
    private int all;
    private int right;
    private int possible;
    private int wrongWords;

    private BestTrial(TakeTrials.Trial trial) {
        this.trial = trial;
        guide = new VoiceAnalyser().analyse(trial.guide().sound());
        TakeMeter meter = new TakeMeter(guide, false);
        for (SungTake take : trial.takes()) {
            VoiceAnalysis heard = new VoiceAnalyser().analyse(take.sound());
            List<Pass> found = Pass.of(guide, heard, new Aligner().match(guide, heard));
            if (found.size() > 1) {
                lines.add("  take %d is divided into %d".formatted(measured.size(), found.size()));
            }
            List<RecordedSpan> flatTops = FlatTops.of(take.sound());
            measured.add(found.stream().map(p -> meter.measure(heard, flatTops, p)).toList());
        }
    }

    static List<String> run(int voices, long seed) {
        List<String> lines = new ArrayList<>();
        int all = 0;
        int right = 0;
        int possible = 0;
        int wrongWords = 0;
        for (int k = 0; k < voices; k++) {
            BestTrial trial = new BestTrial(TakeTrials.ofVoice(TAKES, seed + k));
            trial.trial.guide().lines().forEach(trial::decide);
            lines.addAll(trial.lines);
            all += trial.all;
            right += trial.right;
            possible += trial.possible;
            wrongWords += trial.wrongWords;
        }
        lines.add(
                "Best of %d takes: the best, or one within 10 %% of its score, in %d of %d phrases (%.1f %%)"
                        .formatted(TAKES, right, all, 100.0 * right / all));
        lines.add(
                "  wrong or missing words where right ones exist: %d of %d (right %.1f %%)"
                        .formatted(
                                wrongWords, possible, 100.0 * (possible - wrongWords) / possible));
        return lines;
    }

    private void decide(SungLine line) {
        int phrase = phrase(line);
        double[] truth = new double[TAKES];
        int best = 0;
        int chosen = 0;
        for (int t = 0; t < TAKES; t++) {
            truth[t] =
                    new TrueFigures(trial.guide(), trial.takes().get(t))
                            .of(line.label())
                            .score(TakeWeights.USUAL);
            best = truth[t] < truth[best] ? t : best;
            chosen = score(t, phrase) < score(chosen, phrase) ? t : chosen;
        }
        all++;
        if (truth[chosen] <= AS_GOOD * truth[best]) {
            right++;
        } else {
            lines.add(
                    "  %s: take %d (truth %.2f, measured %.2f) instead of %d (truth %.2f, measured %.2f)"
                            .formatted(
                                    line.label(),
                                    chosen,
                                    truth[chosen],
                                    score(chosen, phrase),
                                    best,
                                    truth[best],
                                    score(best, phrase)));
            for (int t : new int[] {chosen, best}) {
                lines.add(
                        "      "
                                + new TrueFigures(trial.guide(), trial.takes().get(t))
                                        .of(line.label())
                                        .words());
                lines.add(
                        "      measured "
                                + figures(t, phrase).map(TakeFigures::toString).orElse("nothing"));
            }
        }
        possible += IntStream.range(0, TAKES).anyMatch(t -> !isWrong(t, line)) ? 1 : 0;
        wrongWords += isWrong(chosen, line) ? 1 : 0;
    }

    private boolean isWrong(int take, SungLine line) {
        Fault fault = trial.takes().get(take).faults().get(line.label());
        return fault == Fault.WRONG_WORD || fault == Fault.MISSING;
    }

    private int phrase(SungLine line) {
        GuideSpan span = new GuideSpan(line.span());
        List<GuideSpan> phrases = guide.phrasesAsGuide();
        return IntStream.range(0, phrases.size())
                .boxed()
                .max(java.util.Comparator.comparingDouble(p -> phrases.get(p).sharedSeconds(span)))
                .orElseThrow();
    }

    private Optional<TakeFigures> figures(int take, int phrase) {
        return measured.get(take).stream()
                .flatMap(p -> p.get(phrase).stream())
                .min(java.util.Comparator.comparingDouble(f -> f.score(TakeWeights.USUAL)));
    }

    private double score(int take, int phrase) {
        return figures(take, phrase)
                .map(f -> f.score(TakeWeights.USUAL))
                .orElse(Double.POSITIVE_INFINITY);
    }
}
