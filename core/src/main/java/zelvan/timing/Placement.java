package zelvan.timing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.dsp.Percentile;
import zelvan.units.RecordedSpan;
import zelvan.units.Search;

/// How late each phrase of a voice is as a whole: where it lies, not how it is felt. That is taken
/// away before a share of what remains is: half of 700 ms is not loose, it is wrong.
///
/// How it works: the offsets of a phrase are followed by a straight line that outliers do not bend,
/// level where the phrase is too short to tell, sloped where it was sung in another tempo. A phrase
/// that lies nearer than people in an ensemble do is in its place.
///
/// **Source:** H. Theil, *A rank-invariant method of linear and polynomial regression analysis*
/// (1950); P. K. Sen, *Estimates of the regression coefficient based on Kendall's tau* (1968).
/// Players of an ensemble are 30 to 50 ms apart, as a standard deviation (R. Rasch, 1979, quoted
/// from memory), so 80 ms is about twice as far.
///
/// @param phrases of the voice, in order
public record Placement(List<Phrase> phrases) {
    /// Every phrase is in its place.
    public static final Placement NONE = new Placement(List.of());

    /// A phrase that is off by less is in its place; one that is off by more than [#FAR_SECONDS] is
    /// brought there; in between, part of the way, so that nothing jumps.
    static final double NEAR_SECONDS = 0.06;

    static final double FAR_SECONDS = 0.1;

    /// Voices are not sung in tempos that differ by more.
    private static final double STEEPEST = 0.15;

    /// A tempo is told from so many moments over so long.
    private static final int FEWEST_MOMENTS = 6;

    private static final double SHORTEST_SECONDS = 1;

    /// More are told by every second, or third.
    private static final int MOST_MOMENTS = 24;

    /// Where a phrase lies.
    ///
    /// @param span as recorded
    /// @param middleSeconds of the voice as recorded
    /// @param offsetSeconds how late it is there
    /// @param slope by how much later it is a second later
    public record Phrase(
            RecordedSpan span, double middleSeconds, double offsetSeconds, double slope) {
        private double at(double sourceSeconds) {
            double inside = Math.clamp(sourceSeconds, span.startSeconds(), span.endSeconds());
            return offsetSeconds + slope * (inside - middleSeconds);
        }

        private double awaySeconds(double sourceSeconds) {
            return Math.max(
                    0,
                    Math.max(
                            span.startSeconds() - sourceSeconds,
                            sourceSeconds - span.endSeconds()));
        }
    }

    public Placement {
        phrases = List.copyOf(phrases);
    }

    /// @param sung the voice's phrases, in order
    /// @param alignment with a guide
    /// @param guide when each moment of the guide sounds
    public static Placement of(List<RecordedSpan> sung, Alignment alignment, TimeMap guide) {
        List<Anchor> anchors = alignment.anchors();
        List<Phrase> phrases = new ArrayList<>();
        int next = 0;
        for (RecordedSpan span : sung) {
            List<Anchor> inside = new ArrayList<>();
            while (next < anchors.size() && anchors.get(next).sourceSeconds() < span.endSeconds()) {
                if (anchors.get(next).sourceSeconds() >= span.startSeconds()) {
                    inside.add(anchors.get(next));
                }
                next++;
            }
            phrases.add(phrase(span, telling(inside), guide));
        }
        return new Placement(phrases);
    }

    /// Landmarks, where there are enough that are sure; else whatever is matched.
    private static List<Anchor> telling(List<Anchor> inside) {
        List<Anchor> sure =
                inside.stream().filter(a -> a.confidence() >= Alignment.DOUBTFUL_BELOW).toList();
        List<Anchor> landmarks = sure.stream().filter(a -> a.kind().isPresent()).toList();
        List<Anchor> enough = landmarks.size() >= FEWEST_MOMENTS ? landmarks : sure;
        int every = Math.ceilDiv(Math.max(1, enough.size()), MOST_MOMENTS);
        return IntStream.range(0, enough.size())
                .filter(i -> i % every == 0)
                .mapToObj(enough::get)
                .toList();
    }

    private static Phrase phrase(RecordedSpan span, List<Anchor> anchors, TimeMap guide) {
        double middle = span.middleSeconds();
        double[] at = anchors.stream().mapToDouble(Anchor::sourceSeconds).toArray();
        double[] late =
                anchors.stream()
                        .mapToDouble(
                                a -> a.sourceSeconds() - guide.outputSecondsAt(a.guideSeconds()))
                        .toArray();
        double slope = slope(at, late);
        double[] level = new double[at.length];
        for (int i = 0; i < at.length; i++) {
            level[i] = late[i] - slope * (at[i] - middle);
        }
        double offset = level.length == 0 ? 0 : Percentile.median(level);
        double share =
                Math.clamp((Math.abs(offset) - NEAR_SECONDS) / (FAR_SECONDS - NEAR_SECONDS), 0, 1);
        return new Phrase(span, middle, share * offset, share * slope);
    }

    /// The median slope between any two moments; 0 where no tempo can be told.
    private static double slope(double[] at, double[] late) {
        int count = at.length;
        if (count < FEWEST_MOMENTS || at[count - 1] - at[0] < SHORTEST_SECONDS) {
            return 0;
        }
        double[] slopes = new double[count * (count - 1) / 2];
        int n = 0;
        for (int i = 0; i < count; i++) {
            for (int j = i + 1; j < count; j++) {
                if (at[j] > at[i]) {
                    slopes[n++] = (late[j] - late[i]) / (at[j] - at[i]);
                }
            }
        }
        return Math.clamp(Percentile.median(Arrays.copyOf(slopes, n)), -STEEPEST, STEEPEST);
    }

    /// How late the voice is there because its phrase is; negative: early.
    ///
    /// @param sourceSeconds in the voice as recorded; between phrases, what holds for the nearer
    public double secondsAt(double sourceSeconds) {
        if (phrases.isEmpty()) {
            return 0;
        }
        int low =
                Search.first(
                        phrases.size() - 1, i -> phrases.get(i).span.endSeconds() >= sourceSeconds);
        Phrase here = phrases.get(low);
        if (low > 0
                && phrases.get(low - 1).awaySeconds(sourceSeconds)
                        < here.awaySeconds(sourceSeconds)) {
            here = phrases.get(low - 1);
        }
        return here.at(sourceSeconds);
    }
}
