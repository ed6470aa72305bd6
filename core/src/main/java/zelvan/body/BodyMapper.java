package zelvan.body;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import zelvan.render.FormantRanges;
import zelvan.render.HarmonicGains;
import zelvan.render.LowCuts;
import zelvan.units.Curve;
import zelvan.units.RecordedSpan;

/// Turns what is set of a voice's body, phrase by phrase, into curves over the voice, which go over
/// from one phrase to the next.
public final class BodyMapper {
    private static final double OVER_SECONDS = 0.05;

    /// Beyond all recordings.
    private static final double FAR_SECONDS = 1e9;

    private BodyMapper() {}

    /// Settings that hold in a stretch of the voice.
    public record Stretch(RecordedSpan span, BodySettings settings) {}

    /// @param elsewhere outside of all stretches
    /// @param stretches that do not overlap
    public static Body map(BodySettings elsewhere, List<Stretch> stretches) {
        List<Stretch> all =
                stretches.stream()
                        .sorted(Comparator.comparingDouble(s -> s.span.startSeconds()))
                        .toList();
        return new Body(
                curve(elsewhere, all, BodySettings::formantCents),
                new FormantRanges(
                        elsewhere.range(),
                        all.stream()
                                .map(s ->
                                        new FormantRanges.Stretch(
                                                s.span.widenedBy(OVER_SECONDS), s.settings.range()))
                                .toList()),
                new HarmonicGains(
                        IntStream.range(0, elsewhere.harmonicDecibels().size())
                                .mapToObj(h ->
                                        curve(elsewhere, all, s -> s.harmonicDecibels().get(h)))
                                .toList()),
                new LowCuts(
                        elsewhere.lowCut(),
                        all.stream()
                                .map(s -> new LowCuts.Stretch(s.span, s.settings.lowCut()))
                                .toList()));
    }

    private static Curve curve(
            BodySettings elsewhere, List<Stretch> stretches, ToDoubleFunction<BodySettings> of) {
        double outside = of.applyAsDouble(elsewhere);
        if (stretches.stream().allMatch(s -> of.applyAsDouble(s.settings) == outside)) {
            return Curve.everywhere(outside);
        }
        List<Curve.Point> points = new ArrayList<>(List.of(new Curve.Point(-FAR_SECONDS, outside)));
        for (int i = 0; i < stretches.size(); i++) {
            RecordedSpan span = stretches.get(i).span;
            double value = of.applyAsDouble(stretches.get(i).settings);
            double before = i == 0 ? -FAR_SECONDS : stretches.get(i - 1).span.endSeconds();
            boolean last = i + 1 == stretches.size();
            double after = last ? FAR_SECONDS : stretches.get(i + 1).span.startSeconds();
            if (span.startSeconds() - before > 2 * OVER_SECONDS) {
                add(points, span.startSeconds() - OVER_SECONDS, outside);
            }
            add(
                    points,
                    Math.max(
                            span.startSeconds(), (before + span.startSeconds() + OVER_SECONDS) / 2),
                    value);
            add(
                    points,
                    Math.min(span.endSeconds(), (span.endSeconds() + after - OVER_SECONDS) / 2),
                    value);
            if (after - span.endSeconds() > 2 * OVER_SECONDS) {
                add(points, span.endSeconds() + OVER_SECONDS, outside);
            }
        }
        add(points, FAR_SECONDS, outside);
        return Curve.of(points);
    }

    /// Where two lie near each other, one goes over into the other, in the time that this takes
    /// anywhere.
    private static void add(List<Curve.Point> points, double seconds, double value) {
        if (seconds > points.getLast().seconds()) {
            points.add(new Curve.Point(seconds, value));
        }
    }
}
