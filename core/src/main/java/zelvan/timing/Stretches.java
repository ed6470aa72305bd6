package zelvan.timing;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import zelvan.units.RecordedSpan;

/// Some stretches of a voice, asked very often whether a moment lies in one of them.
final class Stretches {
    private final double[] starts;
    private final double[] ends;

    /// @param spans in any order; they may overlap
    Stretches(List<RecordedSpan> spans) {
        double[] from = new double[spans.size()];
        double[] to = new double[spans.size()];
        int count = 0;
        for (RecordedSpan span :
                spans.stream()
                        .sorted(Comparator.comparingDouble(RecordedSpan::startSeconds))
                        .toList()) {
            if (count > 0 && span.startSeconds() <= to[count - 1]) {
                to[count - 1] = Math.max(to[count - 1], span.endSeconds());
            } else {
                from[count] = span.startSeconds();
                to[count++] = span.endSeconds();
            }
        }
        starts = Arrays.copyOf(from, count);
        ends = Arrays.copyOf(to, count);
    }

    /// With so much more on both sides of each.
    static Stretches widened(List<RecordedSpan> spans, double seconds) {
        return new Stretches(spans.stream().map(s -> s.widenedBy(seconds)).toList());
    }

    /// Whether a moment lies in one of them, their ends not included.
    boolean contain(double seconds) {
        int found = Arrays.binarySearch(starts, seconds);
        int before = found >= 0 ? found : -found - 2;
        return before >= 0 && seconds < ends[before];
    }
}
