package zelvan.align;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// A path at the finest resolution, read as a smooth function: for each frame of the guide the
/// moment of the voice, and how well the two agree around it.
final class Correspondence {
    private static final int SMOOTHING_FRAMES = 5;
    private static final int CONFIDENCE_FRAMES = 20;

    /// Less without a partner means nothing.
    static final double SHORTEST_LONELY_SECONDS = 0.15;

    private static final double MOSTLY = 0.5;

    private final double[] voiceSeconds;
    private final double[] cost;
    private final List<RecordedSpan> unmatched;
    private final List<GuideSpan> missing;

    /// @param step frames in a row of the path
    Correspondence(WarpPath path, VoiceAnalysis guide, VoiceAnalysis voice, int step) {
        int frames = guide.frames();
        double[] sum = new double[frames];
        double[] costSum = new double[frames];
        int[] count = new int[frames];
        boolean[] voiceMatched = new boolean[voice.frames()];
        boolean[] guideMatched = new boolean[frames];
        for (int k = 0; k < path.length(); k++) {
            if (path.matched(k)) {
                for (int r = 0; r < step; r++) {
                    int i = Math.min(frames - 1, path.guideRow(k) * step + r);
                    int j = Math.min(voice.frames() - 1, path.voiceRow(k) * step + r);
                    sum[i] += path.voiceRow(k) * step + r;
                    costSum[i] += path.cost(k);
                    count[i]++;
                    guideMatched[i] |= voice.active(j);
                    voiceMatched[j] |= guide.active(i);
                }
            }
        }
        voiceSeconds = new double[frames];
        cost = new double[frames];
        for (int i = 0; i < frames; i++) {
            voiceSeconds[i] =
                    count[i] > 0 ? sum[i] / count[i] * VoiceAnalysis.HOP_SECONDS : Double.NaN;
            cost[i] = count[i] > 0 ? costSum[i] / count[i] : 1;
        }
        smoothRuns();
        unmatched = lonely(voice, voiceMatched);
        missing = lonely(guide, guideMatched).stream().map(RecordedSpan::asGuide).toList();
    }

    private void smoothRuns() {
        int start = 0;
        while (start < voiceSeconds.length) {
            int end = start;
            while (end < voiceSeconds.length && !Double.isNaN(voiceSeconds[end])) {
                end++;
            }
            double[] run = Arrays.copyOfRange(voiceSeconds, start, end);
            // Subtracting the slope first keeps the ends of a run from being pulled inwards.
            for (int i = 0; i < run.length; i++) {
                run[i] -= (start + i) * VoiceAnalysis.HOP_SECONDS;
            }
            double[] smooth = zelvan.dsp.Smoothing.mean(run, SMOOTHING_FRAMES);
            for (int i = 0; i < run.length; i++) {
                voiceSeconds[start + i] = smooth[i] + (start + i) * VoiceAnalysis.HOP_SECONDS;
            }
            start = end + 1;
        }
    }

    /// Sung frames without a partner, in stretches long enough to mean something. A phrase that is
    /// mostly alone is alone as a whole.
    private static List<RecordedSpan> lonely(VoiceAnalysis voice, boolean[] matched) {
        List<RecordedSpan> spans = new ArrayList<>();
        for (RecordedSpan phrase : voice.phrases()) {
            int from = voice.frameAt(phrase.startSeconds());
            int to = voice.frameAt(phrase.endSeconds());
            List<RecordedSpan> inside = new ArrayList<>();
            int start = -1;
            for (int f = from; f <= to; f++) {
                boolean alone = f < to && !matched[f];
                if (alone && start < 0) {
                    start = f;
                } else if (!alone && start >= 0) {
                    inside.add(
                            new RecordedSpan(
                                    start * VoiceAnalysis.HOP_SECONDS,
                                    f * VoiceAnalysis.HOP_SECONDS));
                    start = -1;
                }
            }
            double alone = inside.stream().mapToDouble(RecordedSpan::seconds).sum();
            if (alone > MOSTLY * phrase.seconds()) {
                spans.add(phrase);
            } else {
                inside.stream()
                        .filter(s -> s.seconds() >= SHORTEST_LONELY_SECONDS)
                        .forEach(spans::add);
            }
        }
        return spans;
    }

    /// The voice's moment that belongs to the guide's; NaN where only one of them sings.
    double voiceSecondsAt(double guideSeconds) {
        double position =
                Math.clamp(guideSeconds / VoiceAnalysis.HOP_SECONDS, 0, voiceSeconds.length - 1.0);
        int below = (int) position;
        int above = Math.min(below + 1, voiceSeconds.length - 1);
        double a = voiceSeconds[below];
        double b = voiceSeconds[above];
        if (Double.isNaN(a) || Double.isNaN(b)) {
            return Double.isNaN(a) ? b : a;
        }
        return a + (position - below) * (b - a);
    }

    /// The same, where only one of them sings from the nearest moment at which both do.
    double nearestVoiceSeconds(double guideSeconds) {
        int frame =
                Math.clamp(
                        Math.round(guideSeconds / VoiceAnalysis.HOP_SECONDS),
                        0,
                        voiceSeconds.length - 1);
        for (int away = 0; away < voiceSeconds.length; away++) {
            for (int f : new int[] {frame - away, frame + away}) {
                if (f >= 0 && f < voiceSeconds.length && !Double.isNaN(voiceSeconds[f])) {
                    return voiceSeconds[f] + guideSeconds - f * VoiceAnalysis.HOP_SECONDS;
                }
            }
        }
        return guideSeconds;
    }

    /// How unlike the two are around a moment of the guide, 0 to 1.
    double costAround(double guideSeconds) {
        int centre = (int) Math.round(guideSeconds / VoiceAnalysis.HOP_SECONDS);
        double sum = 0;
        int count = 0;
        for (int i = Math.max(0, centre - CONFIDENCE_FRAMES);
                i <= Math.min(cost.length - 1, centre + CONFIDENCE_FRAMES);
                i++) {
            sum += cost[i];
            count++;
        }
        return count > 0 ? sum / count : 1;
    }

    List<RecordedSpan> unmatched() {
        return unmatched;
    }

    List<GuideSpan> missing() {
        return missing;
    }
}
