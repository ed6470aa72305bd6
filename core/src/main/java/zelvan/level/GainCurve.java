package zelvan.level;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import zelvan.units.Curve;
import zelvan.units.Decibels;
import zelvan.units.RecordedSpan;

/// A curve of gain made of stretches of one gain each, with fades between them in which the
/// amplitude follows half a cosine. An immutable value.
final class GainCurve {
    /// Less than this is not heard.
    static final double SILENCE_DECIBELS = -120;

    /// However near two stretches are.
    private static final double SHORTEST_FADE_SECONDS = 0.002;

    /// The cosine in straight lines of decibels.
    private static final int STEPS = 12;

    /// A stretch of one gain.
    ///
    /// @param span with that gain from end to end
    /// @param fadeInSeconds before it
    /// @param fadeOutSeconds after it
    record Stretch(
            RecordedSpan span, double decibels, double fadeInSeconds, double fadeOutSeconds) {}

    private final List<Curve.Point> points = new ArrayList<>();

    private GainCurve() {}

    /// @param stretches in any order, without overlaps; nothing is done between them where their
    ///   fades leave room
    static Curve of(List<Stretch> stretches) {
        List<Stretch> all =
                stretches.stream()
                        .sorted(Comparator.comparingDouble(s -> s.span.startSeconds()))
                        .toList();
        if (all.stream().allMatch(s -> s.decibels == 0)) {
            return Curve.NONE;
        }
        GainCurve curve = new GainCurve();
        double from = 0;
        double at = 0;
        for (int i = 0; i < all.size(); i++) {
            Stretch stretch = all.get(i);
            double start = stretch.span.startSeconds();
            double end = stretch.span.endSeconds();
            boolean first = i == 0;
            Stretch before = first ? stretch : all.get(i - 1);
            double gap = start - before.span.endSeconds();
            if (first || gap >= before.fadeOutSeconds + stretch.fadeInSeconds) {
                if (!first) {
                    curve.fade(at, at + before.fadeOutSeconds, from, 0);
                }
                curve.fade(Math.max(0, start - stretch.fadeInSeconds), start, 0, stretch.decibels);
            } else {
                double missing = Math.max(0, SHORTEST_FADE_SECONDS - gap) / 2;
                start = Math.min(start + missing, stretch.span.middleSeconds());
                curve.fade(Math.min(at, start - 2 * missing), start, from, stretch.decibels);
            }
            at = Math.max(start, end);
            from = stretch.decibels;
        }
        curve.fade(at, at + all.getLast().fadeOutSeconds, from, 0);
        return Curve.of(curve.points);
    }

    private void fade(double fromSeconds, double toSeconds, double from, double to) {
        double start = points.isEmpty() ? fromSeconds : Math.max(fromSeconds, lastSeconds());
        double end = Math.max(start, toSeconds);
        double first = Decibels.toAmplitude(from);
        double last = Decibels.toAmplitude(to);
        points.add(new Curve.Point(start, from));
        for (int i = 1; i < STEPS; i++) {
            double share = (double) i / STEPS;
            double amplitude = first + (last - first) * (0.5 - 0.5 * Math.cos(Math.PI * share));
            points.add(
                    new Curve.Point(
                            start + (end - start) * share,
                            Math.max(SILENCE_DECIBELS, Decibels.ofAmplitude(amplitude))));
        }
        points.add(new Curve.Point(end, to));
    }

    private double lastSeconds() {
        return points.getLast().seconds();
    }
}
