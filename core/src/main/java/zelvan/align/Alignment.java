package zelvan.align;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import zelvan.analysis.Landmark;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;
import zelvan.units.Search;

/// What belongs together in a voice and its guide.
///
/// @param anchors in order, strictly increasing in both voices
/// @param unmatched stretches of singing in the voice that the guide does not have
/// @param missing stretches of singing in the guide that the voice does not have
public record Alignment(
        List<Anchor> anchors, List<RecordedSpan> unmatched, List<GuideSpan> missing) {
    /// An anchor trusted less than this is doubtful.
    public static final double DOUBTFUL_BELOW = 0.8;

    public static final Alignment NONE = new Alignment(List.of(), List.of(), List.of());

    public Alignment {
        anchors = List.copyOf(anchors);
        unmatched = List.copyOf(unmatched);
        missing = List.copyOf(missing);
        for (int i = 1; i < anchors.size(); i++) {
            Anchor before = anchors.get(i - 1);
            Anchor after = anchors.get(i);
            if (!(after.sourceSeconds() > before.sourceSeconds())
                    || !(after.guideSeconds() > before.guideSeconds())) {
                throw new IllegalArgumentException(
                        "anchors must increase, were " + before + " and " + after);
            }
        }
    }

    /// The anchors within a stretch of the guide, in order.
    public List<Anchor> anchorsIn(GuideSpan guideSpan) {
        return anchors.subList(
                firstFrom(guideSpan.startSeconds()), firstFrom(guideSpan.endSeconds()));
    }

    /// The anchors within a stretch of the voice, in order.
    public List<Anchor> anchorsIn(RecordedSpan span) {
        return anchors.subList(
                first(a -> a.sourceSeconds() >= span.startSeconds()),
                first(a -> a.sourceSeconds() >= span.endSeconds()));
    }

    /// Index of the first anchor at or after a moment of the guide.
    private int firstFrom(double guideSeconds) {
        return first(anchor -> anchor.guideSeconds() >= guideSeconds);
    }

    private int first(Predicate<Anchor> there) {
        return Search.first(anchors.size(), i -> there.test(anchors.get(i)));
    }

    /// The guide's moment that belongs to one of the voice: between anchors in a straight line,
    /// beyond them at the same offset.
    public double guideSecondsAt(double sourceSeconds) {
        return between(sourceSeconds, Anchor::sourceSeconds, Anchor::guideSeconds);
    }

    /// The same of many moments.
    ///
    /// @param sourceSeconds in order
    public double[] guideSecondsAt(double[] sourceSeconds) {
        double[] guideSeconds = new double[sourceSeconds.length];
        int after = 0;
        for (int i = 0; i < sourceSeconds.length; i++) {
            while (after < anchors.size()
                    && anchors.get(after).sourceSeconds() <= sourceSeconds[i]) {
                after++;
            }
            guideSeconds[i] =
                    between(after, sourceSeconds[i], Anchor::sourceSeconds, Anchor::guideSeconds);
        }
        return guideSeconds;
    }

    /// The voice's moment that belongs to one of the guide: the inverse of [#guideSecondsAt].
    public double sourceSecondsAt(double guideSeconds) {
        return between(guideSeconds, Anchor::guideSeconds, Anchor::sourceSeconds);
    }

    /// A stretch of the voice where its guide sings the same.
    public GuideSpan inGuide(RecordedSpan span) {
        return new GuideSpan(
                guideSecondsAt(span.startSeconds()), guideSecondsAt(span.endSeconds()));
    }

    /// A stretch of the guide where the voice sings the same: the inverse of [#inGuide].
    public RecordedSpan inVoice(GuideSpan span) {
        return new RecordedSpan(
                sourceSecondsAt(span.startSeconds()), sourceSecondsAt(span.endSeconds()));
    }

    private double between(
            double seconds, ToDoubleFunction<Anchor> here, ToDoubleFunction<Anchor> there) {
        return between(first(a -> here.applyAsDouble(a) > seconds), seconds, here, there);
    }

    /// @param after the first anchor after the moment
    private double between(
            int after,
            double seconds,
            ToDoubleFunction<Anchor> here,
            ToDoubleFunction<Anchor> there) {
        if (anchors.isEmpty()) {
            return seconds;
        }
        if (after == 0 || after == anchors.size()) {
            Anchor edge = anchors.get(Math.max(0, after - 1));
            return there.applyAsDouble(edge) + seconds - here.applyAsDouble(edge);
        }
        Anchor a = anchors.get(after - 1);
        Anchor b = anchors.get(after);
        double share =
                (seconds - here.applyAsDouble(a)) / (here.applyAsDouble(b) - here.applyAsDouble(a));
        return there.applyAsDouble(a) + share * (there.applyAsDouble(b) - there.applyAsDouble(a));
    }

    /// A landmark of the guide where the voice passes it, as sure as its surroundings; empty where
    /// the voice does not sing it.
    Optional<Anchor> passing(Landmark landmark) {
        double guide = landmark.seconds();
        int after = firstFrom(guide);
        boolean inside = after > 0 && after < anchors.size();
        if (!inside || missing.stream().anyMatch(span -> span.contains(guide))) {
            return Optional.empty();
        }
        double confidence =
                Math.min(anchors.get(after - 1).confidence(), anchors.get(after).confidence());
        return Optional.of(
                Anchor.found(
                        Optional.of(landmark.kind()), sourceSecondsAt(guide), guide, confidence));
    }

    /// The same, some seconds later in the voice and in the guide.
    public Alignment shiftedBy(double voiceSeconds, double guideSeconds) {
        return new Alignment(
                anchors.stream().map(a -> a.shiftedBy(voiceSeconds, guideSeconds)).toList(),
                unmatched.stream().map(s -> s.shiftedBy(voiceSeconds)).toList(),
                missing.stream().map(s -> s.shiftedBy(guideSeconds)).toList());
    }

    /// Stretches one after the other as one. An anchor that does not lie after those before is left
    /// out.
    public static Alignment joined(List<Alignment> each) {
        List<Anchor> anchors = new ArrayList<>();
        for (Alignment next : each) {
            for (Anchor anchor : next.anchors) {
                boolean follows =
                        anchors.isEmpty()
                                || anchor.sourceSeconds() > anchors.getLast().sourceSeconds()
                                        && anchor.guideSeconds() > anchors.getLast().guideSeconds();
                if (follows) {
                    anchors.add(anchor);
                }
            }
        }
        return new Alignment(
                anchors,
                each.stream().flatMap(a -> a.unmatched.stream()).toList(),
                each.stream().flatMap(a -> a.missing.stream()).toList());
    }

    /// The same with other moments of the guide.
    ///
    /// @param times strictly increasing
    public Alignment withGuideTimes(DoubleUnaryOperator times) {
        return new Alignment(
                anchors.stream().map(a -> a.withGuideSeconds(times)).toList(),
                unmatched,
                missing.stream()
                        .map(span ->
                                new GuideSpan(
                                        times.applyAsDouble(span.startSeconds()),
                                        times.applyAsDouble(span.endSeconds())))
                        .toList());
    }
}
