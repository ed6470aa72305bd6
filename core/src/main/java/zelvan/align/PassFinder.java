package zelvan.align;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Finds out which lines of the guide are sung in a long recording, as often as they are: several
/// passes one after the other, from anywhere to anywhere, with false starts and talk between.
///
/// How it works: dynamic programming over the recording, at 80 ms. At each row it stands either at
/// a row of the guide, to which it came from one just before, or nowhere, which costs little where
/// nothing is sung and more than a good match where something is. From nowhere it comes to the
/// beginning of a phrase for a small price and into one for a larger one, and back likewise; to go
/// on elsewhere than where the guide would be by then costs more.
///
/// **Source:** the one-stage dynamic programming of H. Ney, *The use of a one-stage dynamic
/// programming algorithm for connected word recognition* (1984), with the guide's phrases as words.
final class PassFinder {
    private static final int STEP = 16;
    private static final double ROW_SECONDS = STEP * VoiceAnalysis.HOP_SECONDS;

    private static final double LINGER_COST = 0.05;
    private static final double NOWHERE_COST = 0.33;
    private static final double SILENCE_COST = 0.004;
    private static final double ENTER_COST = 0.5;
    private static final double ENTER_INSIDE_COST = 2.5;
    private static final double JUMP_COST = 3;

    /// Whoever goes on after a pause goes on about where the guide is by then.
    private static final int NEAR_ROWS = 12;

    /// Costs no further apart are as good as the same.
    private static final double ALIKE = 1.2;

    /// So often a line is sung again and again.
    private static final int SEVERAL = 3;

    /// A phrase is sung if this much of it is.
    private static final double LEAST_SHARE = 0.6;

    private static final int NOWHERE = -1;
    private static final byte STAYED = 0;
    private static final byte STEPPED = 1;
    private static final byte SKIPPED = 2;
    private static final byte ENTERED = 3;

    private final VoiceAnalysis guide;
    private final VoiceAnalysis recording;
    private final VoiceCosts costs;
    private final int[] enter;
    private final int[] leave;

    /// Lines of the guide that are sung in one go.
    ///
    /// @param sung in the recording
    /// @param guide from the first line's beginning to the last one's end
    record Run(RecordedSpan sung, GuideSpan guide) {}

    /// @param at for each row of the recording the guide's row, or [#NOWHERE]
    /// @param cost of all of it
    private record Path(int[] at, long cost) {
        boolean sings() {
            return 2 * Arrays.stream(at).filter(i -> i != NOWHERE).count() > at.length;
        }
    }

    private PassFinder(VoiceAnalysis guide, VoiceAnalysis recording) {
        this.guide = guide;
        this.recording = recording;
        // The recording goes on row by row here, and the guide is looked up.
        costs = new VoiceCosts(recording, guide, FeatureWeights.STRANGERS, STEP);
        enter = new int[costs.voiceRows()];
        leave = new int[costs.voiceRows()];
        Arrays.fill(enter, Costs.units(ENTER_INSIDE_COST));
        Arrays.fill(leave, Costs.units(ENTER_INSIDE_COST));
        for (RecordedSpan phrase : guide.phrases()) {
            near(enter, phrase.startSeconds());
            near(leave, phrase.endSeconds());
        }
    }

    private static void near(int[] prices, double seconds) {
        int row = (int) (seconds / ROW_SECONDS);
        for (int i = Math.max(0, row - 1); i <= Math.min(prices.length - 1, row + 1); i++) {
            prices[i] = Costs.units(ENTER_COST);
        }
    }

    /// @return in the order of the recording
    static List<Run> runs(VoiceAnalysis guide, VoiceAnalysis recording) {
        return guide.phrases().isEmpty() || recording.phrases().isEmpty()
                ? List.of()
                : new PassFinder(guide, recording).runs();
    }

    private List<Run> runs() {
        int[] at = path(0, costs.guideRows(), enter).at;
        List<Run> found = runs(at);
        int[] usual = usual(found);
        for (Run run : found) {
            int from = (int) Math.round(run.sung.startSeconds() / ROW_SECONDS);
            int to = from + (int) Math.ceil(run.sung.seconds() / ROW_SECONDS);
            if (usual[(int) (run.guide.startSeconds() / ROW_SECONDS)] > Costs.units(ENTER_COST)) {
                Path asFound = path(from, to, enter);
                Path asUsual = path(from, to, usual);
                if (asUsual.sings() && asUsual.cost < ALIKE * asFound.cost) {
                    System.arraycopy(asUsual.at, 0, at, from, to - from);
                }
            }
        }
        return runs(at);
    }

    /// What entering costs somebody who sings the same lines again and again, and hardly others
    /// that sound like them in between.
    private int[] usual(List<Run> found) {
        int[] often =
                guide.phrases().stream()
                        .mapToInt(p ->
                                (int)
                                        found.stream()
                                                .filter(r -> r.guide.contains(p.middleSeconds()))
                                                .count())
                        .toArray();
        int several = Math.max(SEVERAL, Arrays.stream(often).max().orElse(0) / 2);
        int[] usual = new int[enter.length];
        Arrays.fill(usual, Costs.FORBIDDEN_UNITS);
        for (int p = 0; p < often.length; p++) {
            if (often[p] >= several) {
                near(usual, guide.phrases().get(p).startSeconds());
            }
        }
        return usual;
    }

    private List<Run> runs(int[] at) {
        List<Run> runs = new ArrayList<>();
        int from = 0;
        while (from < at.length) {
            int to = from + 1;
            while (to < at.length
                    && at[to] != NOWHERE
                    && at[from] != NOWHERE
                    && at[to] >= at[to - 1]
                    && at[to] - at[to - 1] <= 2) {
                to++;
            }
            if (at[from] != NOWHERE) {
                add(runs, at, from, to);
            }
            from = to;
        }
        return runs;
    }

    /// The phrases of which most is sung between two rows of the recording.
    private void add(List<Run> runs, int[] at, int from, int to) {
        GuideSpan all = new GuideSpan(at[from] * ROW_SECONDS, (at[to - 1] + 1) * ROW_SECONDS);
        List<GuideSpan> sung =
                guide.phrasesAsGuide().stream()
                        .filter(p -> all.sharedSeconds(p) >= LEAST_SHARE * p.seconds())
                        .toList();
        if (!sung.isEmpty()) {
            runs.add(
                    new Run(
                            new RecordedSpan(
                                    from * ROW_SECONDS,
                                    Math.min(recording.seconds(), to * ROW_SECONDS)),
                            new GuideSpan(
                                    sung.getFirst().startSeconds(), sung.getLast().endSeconds())));
        }
    }

    private Path path(int from, int to, int[] enter) {
        int rows = to - from;
        int width = costs.voiceRows();
        byte[][] came = new byte[rows][width];
        int[] left = new int[rows];
        CostRows cells = costs.rows(everywhere(costs.guideRows(), width));
        int[] match = new int[width];
        int[] before = new int[width];
        int[] now = new int[width];
        Arrays.fill(before, Costs.FORBIDDEN_UNITS);
        int nowhere = 0;
        long paid = 0;
        int last = from;
        int lastAt = 0;
        int linger = Costs.units(LINGER_COST);
        int jump = Costs.units(JUMP_COST);
        for (int j = 0; j < rows; j++) {
            cells.read(from + j, match, 0);
            int nearest = last + (j - lastAt) * 4 / 5 - NEAR_ROWS;
            int farthest = last + (j - lastAt) * 5 / 4 + NEAR_ROWS;
            for (int i = 0; i < width; i++) {
                int best = before[i] + linger;
                byte how = STAYED;
                if (i > 0 && before[i - 1] < best) {
                    best = before[i - 1];
                    how = STEPPED;
                }
                if (i > 1 && before[i - 2] + linger < best) {
                    best = before[i - 2] + linger;
                    how = SKIPPED;
                }
                int entered = nowhere + enter[i] + (i >= nearest && i <= farthest ? 0 : jump);
                if (entered < best) {
                    best = entered;
                    how = ENTERED;
                }
                now[i] = best + match[i];
                came[j][i] = how;
            }
            left[j] = NOWHERE;
            int cheapest = nowhere;
            for (int i = 0; i < width; i++) {
                if (before[i] + leave[i] < cheapest) {
                    cheapest = before[i] + leave[i];
                    left[j] = i;
                    last = i;
                    lastAt = j;
                }
            }
            nowhere =
                    cheapest
                            + Costs.units(SILENCE_COST)
                            + Costs.units(NOWHERE_COST * costs.activityOfGuide(from + j));
            // Only differences count, and whole numbers come to an end.
            int[] swapped = before;
            before = now;
            now = swapped;
            int least = Math.min(nowhere, Arrays.stream(before).min().orElse(0));
            paid += least;
            nowhere -= least;
            for (int i = 0; i < width; i++) {
                before[i] = Math.min(Costs.FORBIDDEN_UNITS, before[i] - least);
            }
        }
        return backwards(came, left, before, nowhere, paid);
    }

    private static Band everywhere(int rows, int width) {
        int[] low = new int[rows];
        int[] high = new int[rows];
        Arrays.fill(high, width - 1);
        return new Band(low, high);
    }

    private Path backwards(byte[][] came, int[] left, int[] last, int nowhere, long paid) {
        int[] at = new int[came.length];
        int state = NOWHERE;
        int cheapest = nowhere;
        for (int i = 0; i < last.length; i++) {
            if (last[i] + leave[i] < cheapest) {
                cheapest = last[i] + leave[i];
                state = i;
            }
        }
        for (int j = came.length - 1; j >= 0; j--) {
            at[j] = state;
            if (state == NOWHERE) {
                state = left[j];
            } else {
                switch (came[j][state]) {
                    case STEPPED -> state--;
                    case SKIPPED -> state -= 2;
                    case ENTERED -> state = NOWHERE;
                    default -> {}
                }
            }
        }
        return new Path(at, paid + cheapest);
    }
}
