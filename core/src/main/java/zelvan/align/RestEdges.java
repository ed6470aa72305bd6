package zelvan.align;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.Transition;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.TimeSpan;

/// Where sound begins after a rest, in a voice and in its guide, and which of these moments belong
/// together: there a path through mere likeness is least exact, because silence resembles silence,
/// and the ear is most.
final class RestEdges {
    /// A rest is at least this long; the closure of a plosive counts.
    private static final double SHORTEST_REST_SECONDS = 0.04;

    /// Sound begins this far below the loudest that is near.
    private static final double BELOW_PEAK_DECIBELS = 25;

    private static final double NEAR_SECONDS = 0.15;

    /// A rise of all bands together by this much, this near, is the beginning itself.
    private static final double PLAIN_RISE_DECIBELS = 4;

    private static final double SNAP_SECONDS = 0.04;

    /// Edges are looked for this far from where the path expects them, in parts of the rest.
    private static final double REACH_OF_REST = 0.6;

    private static final double FARTHEST_SECONDS = 0.25;

    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    private RestEdges() {}

    /// @param restSeconds length of the rest before it
    private record Edge(double seconds, double restSeconds) {}

    /// The edges that belong together, in order of time, strictly increasing in both voices.
    ///
    /// @param found a path that is about right
    static List<Anchor> pairs(
            VoiceAnalysis guide, VoiceAnalysis voice, Correspondence found, List<TimeSpan> walls) {
        List<Edge> edges = edges(voice);
        Edge[] partner = new Edge[edges.size()];
        double[] distance = new double[edges.size()];
        Arrays.fill(distance, Double.MAX_VALUE);
        for (Edge edge : edges(guide)) {
            double expected = found.nearestVoiceSeconds(edge.seconds);
            int nearest = nearest(edges, edge, expected);
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
                add(pairs, edges.get(v).seconds, partner[v].seconds, walls);
            }
        }
        return pairs;
    }

    private static void add(
            List<Anchor> pairs, double source, double guideSeconds, List<TimeSpan> walls) {
        boolean after =
                pairs.isEmpty()
                        || guideSeconds > pairs.getLast().guideSeconds() + 2 * HOP
                                && source > pairs.getLast().sourceSeconds() + 2 * HOP;
        if (after && walls.stream().noneMatch(wall -> wall.contains(source))) {
            pairs.add(Anchor.found(Optional.of(LandmarkKind.CONSONANT), source, guideSeconds, 1));
        }
    }

    private static int nearest(List<Edge> edges, Edge edge, double expected) {
        int best = -1;
        double least = FARTHEST_SECONDS;
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

    private static List<Edge> edges(VoiceAnalysis voice) {
        List<Edge> edges = new ArrayList<>();
        int restFrom = 0;
        for (int f = 1; f < voice.frames(); f++) {
            if (!voice.active(f) && voice.active(f - 1)) {
                restFrom = f;
            } else if (voice.active(f) && !voice.active(f - 1)) {
                double rest = (f - restFrom) * HOP;
                if (rest >= SHORTEST_REST_SECONDS) {
                    edges.add(new Edge(snapped(voice, begin(voice, f)), rest));
                }
            }
        }
        return edges;
    }

    /// When the level first passes the edge's, at or after a frame, in a straight line between
    /// frames.
    private static double begin(VoiceAnalysis voice, int frame) {
        float[] levels = voice.levelDecibels();
        int to = Math.min(levels.length - 1, frame + (int) (NEAR_SECONDS / HOP));
        double peak = Double.NEGATIVE_INFINITY;
        for (int f = frame; f <= to; f++) {
            peak = Math.max(peak, levels[f]);
        }
        double limit = Math.max(voice.activeDecibels(), peak - BELOW_PEAK_DECIBELS);
        int f = frame;
        while (f < to && levels[f] < limit) {
            f++;
        }
        double rise = levels[f] - levels[Math.max(0, f - 1)];
        double share = rise > 0 ? Math.clamp((levels[f] - limit) / rise, 0, 1) : 0;
        return (f - share) * HOP;
    }

    /// The plainest rise close by, if there is one: its time is known to a millisecond.
    private static double snapped(VoiceAnalysis voice, double seconds) {
        double best = PLAIN_RISE_DECIBELS;
        double at = seconds;
        for (Transition transition : voice.transitions()) {
            if (Math.abs(transition.seconds() - seconds) < SNAP_SECONDS
                    && transition.riseDecibels() > best) {
                best = transition.riseDecibels();
                at = transition.seconds();
            }
        }
        return at;
    }
}
