package zelvan.align;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.Transition;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.TimeSpan;

/// Where sound begins after a rest and where it ends before one, in a voice and in its guide, and
/// which of these moments belong together: there a path through mere likeness is least exact,
/// because silence resembles silence, and the ear is most.
final class RestEdges {
    /// How far inside the sound its loudest is looked for.
    private static final double NEAR_SECONDS = 0.15;

    /// A note may die away for longer than it takes to begin.
    private static final double DYING_SECONDS = 0.3;

    /// A rise or fall of all bands together by this much, this near, is the edge itself.
    private static final double PLAIN_CHANGE_DECIBELS = 4;

    private static final double SNAP_SECONDS = 0.04;

    /// Edges are looked for this far from where the path expects them, in parts of the rest.
    private static final double REACH_OF_REST = 0.6;

    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    private RestEdges() {}

    /// A side of a sound that has a rest beside it.
    ///
    /// The beginning is plain, and a path may be far from it. An end is where the level falls below
    /// a tenth of the loudest amplitude, as fall times are measured (IEEE Std 181, from memory);
    /// singers let go in many ways, so an end far from the path is another's. The closure of a
    /// plosive counts as a rest before a beginning; what ends there is no note.
    private enum Side {
        BEGIN(LandmarkKind.CONSONANT, 1, 25, NEAR_SECONDS, 0.04, 0.25),
        END(LandmarkKind.RELEASE, -1, 20, DYING_SECONDS, 0.12, 0.06);

        final LandmarkKind kind;
        final int inwards;
        final double belowPeakDecibels;
        final double nearSeconds;
        final double shortestRestSeconds;
        final double farthestSeconds;

        Side(
                LandmarkKind kind,
                int inwards,
                double belowPeakDecibels,
                double nearSeconds,
                double shortestRestSeconds,
                double farthestSeconds) {
            this.kind = kind;
            this.inwards = inwards;
            this.belowPeakDecibels = belowPeakDecibels;
            this.nearSeconds = nearSeconds;
            this.shortestRestSeconds = shortestRestSeconds;
            this.farthestSeconds = farthestSeconds;
        }
    }

    /// @param restSeconds length of the rest beside it
    private record Edge(double seconds, double restSeconds) {}

    /// The edges that belong together, in order of time, strictly increasing in both voices.
    ///
    /// @param found a path that is about right
    static List<Anchor> pairs(
            VoiceAnalysis guide, VoiceAnalysis voice, Correspondence found, List<TimeSpan> walls) {
        TreeMap<Double, Anchor> pairs = new TreeMap<>();
        for (Side side : Side.values()) {
            for (Anchor pair : pairs(guide, voice, found, side)) {
                if (walls.stream().noneMatch(wall -> wall.contains(pair.sourceSeconds()))
                        && fits(pairs.floorEntry(pair.guideSeconds()), pair, 1)
                        && fits(pairs.ceilingEntry(pair.guideSeconds()), pair, -1)) {
                    pairs.put(pair.guideSeconds(), pair);
                }
            }
        }
        return List.copyOf(pairs.values());
    }

    private static boolean fits(Map.@Nullable Entry<Double, Anchor> other, Anchor pair, int sign) {
        return other == null
                || sign * (pair.guideSeconds() - other.getValue().guideSeconds()) > 2 * HOP
                        && sign * (pair.sourceSeconds() - other.getValue().sourceSeconds())
                                > 2 * HOP;
    }

    private static List<Anchor> pairs(
            VoiceAnalysis guide, VoiceAnalysis voice, Correspondence found, Side side) {
        List<Edge> edges = edges(voice, side);
        Edge[] partner = new Edge[edges.size()];
        double[] distance = new double[edges.size()];
        Arrays.fill(distance, Double.MAX_VALUE);
        for (Edge edge : edges(guide, side)) {
            double expected = found.nearestVoiceSeconds(edge.seconds);
            int nearest = nearest(edges, edge, expected, side.farthestSeconds);
            double away =
                    nearest < 0
                            ? Double.MAX_VALUE
                            : Math.abs(edges.get(nearest).seconds - expected);
            if (nearest >= 0 && away < distance[nearest]) {
                partner[nearest] = edge;
                distance[nearest] = away;
            }
        }
        List<Anchor> pairs = new ArrayList<>();
        for (int v = 0; v < partner.length; v++) {
            if (partner[v] != null) {
                pairs.add(
                        Anchor.found(
                                Optional.of(side.kind),
                                edges.get(v).seconds,
                                partner[v].seconds,
                                1));
            }
        }
        return pairs;
    }

    private static int nearest(
            List<Edge> edges, Edge edge, double expected, double farthestSeconds) {
        int best = -1;
        double least = farthestSeconds;
        for (int v = 0; v < edges.size(); v++) {
            double away = Math.abs(edges.get(v).seconds - expected);
            double rest = Math.min(edge.restSeconds, edges.get(v).restSeconds);
            if (away < least && away < REACH_OF_REST * rest) {
                best = v;
                least = away;
            }
        }
        return best;
    }

    private static List<Edge> edges(VoiceAnalysis voice, Side side) {
        List<Edge> edges = new ArrayList<>();
        int last = -1;
        for (int f = 0; f < voice.frames(); f++) {
            if (!voice.active(f)) {
                continue;
            }
            double rest = (f - last - 1) * HOP;
            int beside = side == Side.BEGIN ? f : last;
            if (rest >= side.shortestRestSeconds && beside >= 0) {
                edges.add(new Edge(snapped(voice, edge(voice, beside, side), side), rest));
            }
            last = f;
        }
        return edges;
    }

    /// When the level passes the edge's, from the frame beside the rest inwards, in a straight line
    /// between frames.
    private static double edge(VoiceAnalysis voice, int frame, Side side) {
        float[] levels = voice.levelDecibels();
        int step = side.inwards;
        int last = levels.length - 1;
        int to = Math.clamp(frame + step * (int) (side.nearSeconds / HOP), 0, last);
        double peak = Double.NEGATIVE_INFINITY;
        for (int f = frame; f != to + step; f += step) {
            peak = Math.max(peak, levels[f]);
        }
        double limit = Math.max(voice.activeDecibels(), peak - side.belowPeakDecibels);
        int f = frame;
        while (f != to && levels[f] < limit) {
            f += step;
        }
        double rise = levels[f] - levels[Math.clamp(f - step, 0, last)];
        double share = rise > 0 ? Math.clamp((levels[f] - limit) / rise, 0, 1) : 0;
        return (f - step * share) * HOP;
    }

    /// The plainest rise or fall close by, if there is one: its time is known to a millisecond.
    private static double snapped(VoiceAnalysis voice, double seconds, Side side) {
        double best = PLAIN_CHANGE_DECIBELS;
        double at = seconds;
        for (Transition transition : voice.transitions()) {
            double change = side.inwards * transition.riseDecibels();
            if (Math.abs(transition.seconds() - seconds) < SNAP_SECONDS && change > best) {
                best = change;
                at = transition.seconds();
            }
        }
        return at;
    }
}
