package zelvan.align;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.LevelEdges;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.RecordedSpan;

/// Where sound begins after a rest and where it ends before one, in a voice and in its guide, and
/// which of these moments belong together: there a path through mere likeness is least exact,
/// because silence resembles silence, and the ear is most.
final class RestEdges {
    /// Edges are looked for this far from where the path expects them, in parts of the rest.
    private static final double REACH_OF_REST = 0.6;

    /// What is shorter may be a consonant by itself, as the end of a word is.
    private static final double SHORTEST_BREATH_SECONDS = 0.2;

    /// What begins a breath goes on without a pitch for so long; a consonant hardly does.
    private static final double BREATHLIKE_SECONDS = 0.1;

    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    private RestEdges() {}

    /// A side of a sound that has a rest beside it.
    ///
    /// The beginning is plain, and a path may be far from it. Singers let go in many ways, so an
    /// end far from the path is another's. The closure of a plosive counts as a rest before a
    /// beginning; what ends there is no note.
    private enum Side {
        BEGIN(LandmarkKind.CONSONANT, 0.04, 0.25),
        END(LandmarkKind.RELEASE, 0.12, 0.06);

        final LandmarkKind kind;
        final double shortestRestSeconds;
        final double farthestSeconds;

        Side(LandmarkKind kind, double shortestRestSeconds, double farthestSeconds) {
            this.kind = kind;
            this.shortestRestSeconds = shortestRestSeconds;
            this.farthestSeconds = farthestSeconds;
        }
    }

    /// @param restSeconds length of the rest beside it
    /// @param breath whether a breath is what begins there
    /// @param unvoicedSeconds how long nothing has a pitch after it
    private record Edge(
            double seconds, double restSeconds, boolean breath, double unvoicedSeconds) {
        static Edge end(double seconds, double restSeconds) {
            return new Edge(seconds, restSeconds, false, 0);
        }

        /// Where a voice breathes in and the other does not, what they sing begins together. But a
        /// long consonant may pass for a breath, and is then that of the other voice.
        boolean resembles(Edge other) {
            return !breath && !other.breath
                    || unvoicedSeconds >= BREATHLIKE_SECONDS
                            && other.unvoicedSeconds >= BREATHLIKE_SECONDS;
        }
    }

    /// The edges that belong together, in order of time, strictly increasing in both voices.
    ///
    /// @param found a path that is about right
    static List<Anchor> pairs(
            VoiceAnalysis guide,
            VoiceAnalysis voice,
            Correspondence found,
            List<RecordedSpan> walls) {
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
            if (away < least && away < REACH_OF_REST * rest && edge.resembles(edges.get(v))) {
                best = v;
                least = away;
            }
        }
        return best;
    }

    private static List<Edge> edges(VoiceAnalysis voice, Side side) {
        LevelEdges levels =
                new LevelEdges(voice.levelDecibels(), voice.activeDecibels(), voice.transitions());
        boolean[] breath = breath(voice);
        List<Edge> edges = new ArrayList<>();
        int lastActive = -1;
        int lastSung = -1;
        for (int f = 0; f < voice.frames(); f++) {
            if (!voice.active(f)) {
                continue;
            }
            double rest = (f - (breath[f] ? lastActive : lastSung) - 1) * HOP;
            if (rest >= side.shortestRestSeconds) {
                if (side == Side.BEGIN) {
                    edges.add(
                            new Edge(levels.beginSeconds(f), rest, breath[f], unvoiced(voice, f)));
                } else if (!breath[f] && lastSung >= 0) {
                    edges.add(Edge.end(levels.endSeconds(lastSung), rest));
                }
            }
            lastActive = f;
            lastSung = breath[f] ? lastSung : f;
        }
        return edges;
    }

    private static double unvoiced(VoiceAnalysis voice, int frame) {
        int f = frame;
        while (f < voice.frames() && voice.active(f) && !voice.pitch().voiced(f)) {
            f++;
        }
        return (f - frame) * HOP;
    }

    /// Breaths are a part of the rest: where one voice takes one, the other may not, and what
    /// begins after it is what is sung.
    private static boolean[] breath(VoiceAnalysis voice) {
        boolean[] breath = new boolean[voice.frames()];
        for (RecordedSpan span : voice.breaths()) {
            if (span.seconds() >= SHORTEST_BREATH_SECONDS) {
                Arrays.fill(
                        breath,
                        voice.frameAt(span.startSeconds()),
                        voice.frameAt(span.endSeconds()),
                        true);
            }
        }
        return breath;
    }
}
