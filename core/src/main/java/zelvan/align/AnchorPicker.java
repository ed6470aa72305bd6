package zelvan.align;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.Transition;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.RecordedSpan;

/// Reads anchors off a known correspondence: where sound begins and ends, the guide's landmarks,
/// and points of the path between them.
final class AnchorPicker {
    /// Where no landmark is, the path itself sets an anchor this often.
    private static final double FILL_SECONDS = 0.05;

    /// A landmark this close to a transition is that transition.
    private static final double SAME_SECONDS = 0.01;

    /// How far the path may be off where a transition says so.
    private static final double SHARPEN_SECONDS = 0.012;

    private static final double PLAIN_DECIBELS = 6;

    /// Likeness from which two transitions are the same.
    private static final double ALIKE = 0.85;

    /// A mere point of the path that is trusted less says nothing.
    private static final double LEAST_CONFIDENCE = 0.1;

    private static final double LEAST_LANDMARK_CONFIDENCE = 0.02;

    /// Anchors nearer than this say the same.
    private static final double NEAREST_SECONDS = 0.02;

    /// Steeper than this between close neighbours, one of the two is wrong.
    private static final double STEEPEST = 3;

    private static final double CLOSE_SECONDS = 0.15;

    private final VoiceAnalysis guide;
    private final VoiceAnalysis voice;
    private final Correspondence found;
    private final Trust trust;
    private final List<RecordedSpan> walls;

    AnchorPicker(
            VoiceAnalysis guide,
            VoiceAnalysis voice,
            Correspondence found,
            Trust trust,
            List<RecordedSpan> walls) {
        this.guide = guide;
        this.voice = voice;
        this.found = found;
        this.trust = trust;
        this.walls = walls;
    }

    /// @param corners where the stretch begins and ends; not among the anchors that are picked
    /// @param edges where sound begins
    /// @return in order, strictly increasing in both voices
    List<Anchor> pick(List<Anchor> corners, List<Anchor> edges) {
        TreeMap<Double, Anchor> anchors = new TreeMap<>();
        corners.forEach(corner -> anchors.put(corner.guideSeconds(), corner));
        for (Anchor edge : edges) {
            if (!bothSing(edge.guideSeconds(), edge.sourceSeconds())) {
                continue;
            }
            double confidence = trust.of(edge.guideSeconds(), edge.sourceSeconds());
            if (confidence > LEAST_LANDMARK_CONFIDENCE) {
                addIfFitting(anchors, edge.withConfidence(confidence));
            }
        }
        // Where there is no room for all, the plainer come first.
        guide.landmarks().stream()
                .sorted(Comparator.comparingDouble(Landmark::strength).reversed())
                .forEach(l -> addLandmark(anchors, l.kind(), l.seconds()));
        fill(anchors);
        corners.forEach(corner -> anchors.remove(corner.guideSeconds()));
        return List.copyOf(anchors.values());
    }

    private void addLandmark(
            TreeMap<Double, Anchor> anchors, LandmarkKind kind, double guideSeconds) {
        double expected = found.voiceSecondsAt(guideSeconds);
        if (Double.isNaN(expected) || !bothSing(guideSeconds, expected) || isWalled(expected)) {
            return;
        }
        double source = sharpened(guideSeconds, expected);
        double confidence = trust.of(guideSeconds, source);
        if (confidence > LEAST_LANDMARK_CONFIDENCE) {
            addIfFitting(
                    anchors, Anchor.found(Optional.of(kind), source, guideSeconds, confidence));
        }
    }

    /// The path is right to a few milliseconds; where both voices change in the same way close by,
    /// that change is right to one.
    private double sharpened(double guideSeconds, double expected) {
        Transition change = nearest(guide, guideSeconds, SAME_SECONDS).orElse(null);
        if (change == null || change.strengthDecibels() < PLAIN_DECIBELS) {
            return expected;
        }
        double away = change.seconds() - guideSeconds;
        return nearest(voice, expected + away, SHARPEN_SECONDS)
                .filter(other -> other.strengthDecibels() >= PLAIN_DECIBELS)
                .filter(other -> change.likeness(other) >= ALIKE)
                .map(other -> other.seconds() - away)
                .orElse(expected);
    }

    private static Optional<Transition> nearest(
            VoiceAnalysis analysis, double seconds, double reachSeconds) {
        return analysis.transitions().stream()
                .filter(t -> Math.abs(t.seconds() - seconds) < reachSeconds)
                .min(Comparator.comparingDouble(t -> Math.abs(t.seconds() - seconds)));
    }

    /// Whether both sing at a pair of moments, or are about to or have just, and neither alone.
    private boolean bothSing(double guideSeconds, double sourceSeconds) {
        return isSung(guide, guideSeconds)
                && isSung(voice, sourceSeconds)
                && found.missing().stream().noneMatch(span -> span.contains(guideSeconds))
                && found.unmatched().stream().noneMatch(span -> span.contains(sourceSeconds));
    }

    private static boolean isSung(VoiceAnalysis analysis, double seconds) {
        return analysis.active(analysis.frameAt(seconds - NEAREST_SECONDS))
                || analysis.active(analysis.frameAt(seconds + NEAREST_SECONDS));
    }

    private boolean isWalled(double sourceSeconds) {
        return walls.stream()
                .anyMatch(wall -> wall.widenedBy(NEAREST_SECONDS).contains(sourceSeconds));
    }

    /// Adds an anchor unless it contradicts or repeats one of its neighbours.
    private static void addIfFitting(TreeMap<Double, Anchor> anchors, Anchor anchor) {
        Map.Entry<Double, Anchor> before = anchors.floorEntry(anchor.guideSeconds());
        Map.Entry<Double, Anchor> after = anchors.ceilingEntry(anchor.guideSeconds());
        if ((before == null || fits(before.getValue(), anchor))
                && (after == null || fits(anchor, after.getValue()))) {
            anchors.put(anchor.guideSeconds(), anchor);
        }
    }

    private static boolean fits(Anchor a, Anchor b) {
        double guideStep = b.guideSeconds() - a.guideSeconds();
        double sourceStep = b.sourceSeconds() - a.sourceSeconds();
        if (guideStep < NEAREST_SECONDS || sourceStep < NEAREST_SECONDS) {
            return false;
        }
        double rate = guideStep / sourceStep;
        return guideStep > CLOSE_SECONDS || (rate <= STEEPEST && rate >= 1 / STEEPEST);
    }

    private void fill(TreeMap<Double, Anchor> anchors) {
        double last = Double.NEGATIVE_INFINITY;
        for (int f = 0; f < guide.frames(); f++) {
            double t = f * VoiceAnalysis.HOP_SECONDS;
            double source = found.voiceSecondsAt(t);
            if (Double.isNaN(source) || t - last < FILL_SECONDS || isWalled(source)) {
                continue;
            }
            boolean lonely = anchors.subMap(t - FILL_SECONDS / 2, t + FILL_SECONDS / 2).isEmpty();
            if (lonely && bothSing(t, source)) {
                double confidence = trust.of(t, source);
                if (confidence > LEAST_CONFIDENCE) {
                    addIfFitting(anchors, Anchor.found(Optional.empty(), source, t, confidence));
                }
                last = t;
            }
        }
    }
}
