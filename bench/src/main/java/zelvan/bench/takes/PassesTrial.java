package zelvan.bench.takes;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Pass;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.singers.TakeTrials;
import zelvan.singers.TakeTrials.SungLine;
import zelvan.units.GuideSpan;
import zelvan.units.TimeSpan;

/// Long recordings of eight passes of the same four lines, with false starts and talk between.
final class PassesTrial {
    private static final int PASSES = 8;
    private static final double BEGINS_WITHIN_SECONDS = 0.25;
    private static final double ENDS_WITHIN_SECONDS = 0.35;

    private PassesTrial() {}

    static List<String> run(int recordings, long seed) {
        List<String> lines = new ArrayList<>();
        int right = 0;
        int all = 0;
        int whole = 0;
        for (int k = 0; k < recordings; k++) {
            TakeTrials.Trial trial = TakeTrials.ofPasses(PASSES, seed + k);
            VoiceAnalysis guide = new VoiceAnalyser().analyse(trial.guide().sound());
            VoiceAnalysis recording = new VoiceAnalyser().analyse(trial.takes().getFirst().sound());
            List<Pass> passes = Pass.of(guide, recording, new Aligner().match(guide, recording));
            var guideSpans =
                    trial.guide().lines().stream()
                            .collect(Collectors.toMap(SungLine::label, SungLine::span));
            for (SungLine line : trial.takes().getFirst().lines()) {
                boolean found =
                        passes.stream()
                                .anyMatch(p ->
                                        isAt(
                                                p,
                                                guideSpans.getOrDefault(line.label(), line.span()),
                                                line.span()));
                all++;
                right += found ? 1 : 0;
                if (!found) {
                    lines.add(
                            "  %d: %s at %.1f s is not found"
                                    .formatted(k, line.label(), line.span().startSeconds()));
                }
            }
            whole += passes.size() == PASSES ? 1 : 0;
        }
        lines.add(
                "Long recordings of %d passes: %d of %d lines are where they were sung (%.1f %%), %d of %d have %d passes"
                        .formatted(
                                PASSES,
                                right,
                                all,
                                100.0 * right / all,
                                whole,
                                recordings,
                                PASSES));
        return lines;
    }

    private static boolean isAt(Pass pass, TimeSpan guide, TimeSpan sung) {
        Alignment alignment = pass.match().alignment();
        return pass.has(new GuideSpan(guide))
                && Math.abs(alignment.sourceSecondsAt(guide.startSeconds()) - sung.startSeconds())
                        < BEGINS_WITHIN_SECONDS
                && Math.abs(alignment.sourceSecondsAt(guide.endSeconds()) - sung.endSeconds())
                        < ENDS_WITHIN_SECONDS;
    }
}
