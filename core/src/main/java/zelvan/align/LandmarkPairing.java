package zelvan.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.Transition;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.TimeSpan;

/// Pairs the landmarks of a voice with those of its guide along a known correspondence, and fills
/// the stretches between them with points of the correspondence itself.
final class LandmarkPairing {
    /// A transition further from where the path expects it belongs to something else.
    private static final double REACH_SECONDS = 0.1;

    /// A landmark this close to a transition is that transition.
    private static final double SAME_SECONDS = 0.015;

    /// Likeness below which two transitions are not the same.
    private static final double LEAST_SCORE = 0.3;

    /// From this strength on, more does not make a transition plainer.
    private static final double PLAIN_DECIBELS = 6;

    private static final double DISTANCE_PENALTY = 0.3;

    /// Without a transition for this long, the path itself sets an anchor.
    private static final double FILL_SECONDS = 0.05;

    /// Anchors nearer than this say the same.
    private static final double NEAREST_SECONDS = 0.02;

    private static final double SURE_COST = 0.12;
    private static final double HOPELESS_COST = 0.62;

    /// Steeper than this between close neighbours, one of the two is wrong.
    private static final double STEEPEST = 3;

    private static final double CLOSE_SECONDS = 0.15;

    private final VoiceAnalysis guide;
    private final VoiceAnalysis voice;
    private final Correspondence found;
    private final List<TimeSpan> walls;

    LandmarkPairing(
            VoiceAnalysis guide, VoiceAnalysis voice, Correspondence found, List<TimeSpan> walls) {
        this.guide = guide;
        this.voice = voice;
        this.found = found;
        this.walls = walls;
    }

    List<Anchor> anchors(List<Anchor> held) {
        TreeMap<Double, Anchor> anchors = new TreeMap<>();
        held.forEach(anchor -> anchors.put(anchor.guideSeconds(), anchor));
        List<Pair> pairs = new ArrayList<>();
        for (Transition transition : guide.transitions()) {
            pair(transition).ifPresent(pairs::add);
        }
        pairs.sort(Comparator.comparingDouble(Pair::score).reversed());
        for (Pair pair : pairs) {
            addIfFitting(anchors, pair.anchor);
        }
        for (Anchor filler : fillers(anchors)) {
            addIfFitting(anchors, filler);
        }
        return List.copyOf(anchors.values());
    }

    private record Pair(Anchor anchor, double score) {}

    /// The voice's transition that resembles the guide's most, near where the path expects it.
    private Optional<Pair> pair(Transition transition) {
        double expected = found.voiceSecondsAt(transition.seconds());
        if (Double.isNaN(expected)) {
            return Optional.empty();
        }
        Transition best = null;
        double bestScore = LEAST_SCORE;
        for (int k = firstAfter(expected - REACH_SECONDS); k < voice.transitions().size(); k++) {
            Transition other = voice.transitions().get(k);
            if (other.seconds() >= expected + REACH_SECONDS) {
                break;
            }
            double away = Math.abs(other.seconds() - expected) / REACH_SECONDS;
            double strength = Math.min(transition.strengthDecibels(), other.strengthDecibels());
            double score =
                    transition.likeness(other) * Math.min(1, strength / PLAIN_DECIBELS)
                            - DISTANCE_PENALTY * away * away;
            if (score > bestScore) {
                best = other;
                bestScore = score;
            }
        }
        if (best == null || isWalled(best.seconds())) {
            return Optional.empty();
        }
        Anchor anchor =
                new Anchor(
                        kindAt(transition.seconds()),
                        best.seconds(),
                        transition.seconds(),
                        confidence(transition.seconds()),
                        false);
        return Optional.of(new Pair(anchor, bestScore));
    }

    /// Index of the voice's first transition after a time.
    private int firstAfter(double seconds) {
        int low = 0;
        int high = voice.transitions().size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (voice.transitions().get(middle).seconds() > seconds) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        return low;
    }

    private Optional<LandmarkKind> kindAt(double guideSeconds) {
        return guide.landmarks().stream()
                .filter(l -> Math.abs(l.seconds() - guideSeconds) < SAME_SECONDS)
                .min(Comparator.comparingDouble(l -> Math.abs(l.seconds() - guideSeconds)))
                .map(Landmark::kind);
    }

    private double confidence(double guideSeconds) {
        double cost = found.costAround(guideSeconds);
        return Math.clamp((HOPELESS_COST - cost) / (HOPELESS_COST - SURE_COST), 0, 1);
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

    private List<Anchor> fillers(TreeMap<Double, Anchor> anchors) {
        List<Anchor> fillers = new ArrayList<>();
        double last = Double.NEGATIVE_INFINITY;
        for (int f = 0; f < guide.frames(); f++) {
            double t = f * VoiceAnalysis.HOP_SECONDS;
            double source = found.voiceSecondsAt(t);
            if (Double.isNaN(source) || t - last < FILL_SECONDS || isWalled(source)) {
                continue;
            }
            boolean sung = guide.active(f) && voice.active(voice.frameAt(source));
            boolean lonely = anchors.subMap(t - FILL_SECONDS / 2, t + FILL_SECONDS / 2).isEmpty();
            if (sung && lonely) {
                fillers.add(new Anchor(Optional.empty(), source, t, confidence(t), false));
                last = t;
            }
        }
        return fillers;
    }
}
