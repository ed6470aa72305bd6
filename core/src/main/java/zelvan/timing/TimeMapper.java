package zelvan.timing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoubleFunction;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalysis;
import zelvan.timing.TimeMap.Point;
import zelvan.units.TimeSpan;

/// Turns an alignment into a time map.
///
/// How it works: each anchor is moved by its share of its offset (pull and slack). Stretches that
/// must stay as they are (protected, or sung by the voice alone) are pinned where they were
/// recorded. Where two neighbours would make the voice run at an extreme rate, the less trusted one
/// is left out. Between neighbours the change of length goes to the rest, if there is one, at its
/// quietest place; else to the sustained vowels; and only what they cannot take is shared by
/// everything.
public final class TimeMapper {
    /// A voice that runs slower or faster than this between two anchors is not trusted.
    private static final double SLOWEST_RATE = 0.5;

    private static final double FASTEST_RATE = 2;

    /// What stays of a rest at least, of its length.
    private static final double LEAST_REST_SHARE = 0.15;

    /// A rest is stretched or shortened over this many times the change.
    private static final double REST_ZONE_FACTOR = 3;

    private static final double SHORTEST_REST_ZONE_SECONDS = 0.06;
    private static final double CLOSEST_SECONDS = 0.01;

    /// Closer neighbours than this many frames are joined by a straight line.
    private static final int FEWEST_FRAMES = 8;

    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    private final VoiceAnalysis voice;
    private final Elasticity elasticity;

    /// @param voice the voice that is moved
    public TimeMapper(VoiceAnalysis voice) {
        this.voice = voice;
        this.elasticity = new Elasticity(voice);
    }

    /// A moment that is to sound at another. What is pinned comes from no anchor.
    private record Target(double source, double output, double trust, Optional<Anchor> anchor) {
        double moved() {
            return output - source;
        }
    }

    /// @param settingsAt the settings in force at a moment of the guide, in seconds
    /// @param fixed protected stretches of the voice, in its own time
    public TimingResult map(
            Alignment alignment, DoubleFunction<TimingSettings> settingsAt, List<TimeSpan> fixed) {
        List<TimeSpan> pinned = new ArrayList<>(fixed);
        pinned.addAll(alignment.unmatched());
        List<Target> targets = new ArrayList<>();
        for (Anchor anchor : alignment.anchors()) {
            if (fixed.stream().noneMatch(span -> span.contains(anchor.sourceSeconds()))) {
                // What the user holds is held there, whatever the pull.
                TimingSettings settings =
                        anchor.held()
                                ? TimingSettings.FULL
                                : settingsAt.apply(anchor.guideSeconds());
                double move = settings.moveSeconds(anchor.offsetSeconds());
                double trust =
                        anchor.held()
                                ? 2
                                : anchor.confidence() + (anchor.kind().isPresent() ? 0.5 : 0);
                targets.add(
                        new Target(
                                anchor.sourceSeconds(),
                                anchor.sourceSeconds() - move,
                                trust,
                                Optional.of(anchor)));
            }
        }
        List<Anchor> leftOut = new ArrayList<>();
        pin(targets, pinned, leftOut);
        dropExtremes(targets, leftOut);
        return new TimingResult(spread(targets), Set.copyOf(leftOut));
    }

    /// Adds both ends of each pinned stretch, where they were recorded; or, if the neighbours do
    /// not leave the room for that, moved as one piece with the nearer neighbour.
    private void pin(List<Target> targets, List<TimeSpan> pinned, List<Anchor> leftOut) {
        List<Target> pins = new ArrayList<>();
        for (TimeSpan span : pinned) {
            targets.removeIf(t -> {
                boolean inside =
                        t.source > span.startSeconds() - CLOSEST_SECONDS
                                && t.source < span.endSeconds() + CLOSEST_SECONDS;
                return inside && t.anchor.map(a -> !a.held()).orElse(true);
            });
            double move = roomAround(targets, span) ? 0 : neighbourMove(targets, span);
            pins.add(
                    new Target(
                            span.startSeconds(), span.startSeconds() + move, 3, Optional.empty()));
            pins.add(new Target(span.endSeconds(), span.endSeconds() + move, 3, Optional.empty()));
        }
        boolean moves = targets.stream().anyMatch(t -> t.moved() != 0);
        if (moves || targets.isEmpty()) {
            pins.add(new Target(-HOP, -HOP, 4, Optional.empty()));
            double end = voice.seconds() + HOP;
            pins.add(new Target(end, end, 0.01, Optional.empty()));
        }
        targets.addAll(pins);
        targets.sort(Comparator.comparingDouble(Target::source));
        removeRepeated(targets, leftOut);
    }

    private static boolean roomAround(List<Target> targets, TimeSpan span) {
        for (Target t : targets) {
            boolean before = t.source < span.startSeconds();
            double sourceGap =
                    before ? span.startSeconds() - t.source : t.source - span.endSeconds();
            double outputGap =
                    before ? span.startSeconds() - t.output : t.output - span.endSeconds();
            if (outputGap < SLOWEST_RATE * Math.min(sourceGap, 0.1)
                    || (sourceGap < 0.12 && outputGap > FASTEST_RATE * sourceGap)) {
                return false;
            }
        }
        return true;
    }

    private static double neighbourMove(List<Target> targets, TimeSpan span) {
        double nearest = Double.MAX_VALUE;
        double move = 0;
        for (Target t : targets) {
            double away =
                    Math.min(
                            Math.abs(t.source - span.startSeconds()),
                            Math.abs(t.source - span.endSeconds()));
            if (away < nearest) {
                nearest = away;
                move = t.moved();
            }
        }
        return move;
    }

    private static void removeRepeated(List<Target> targets, List<Anchor> leftOut) {
        for (int i = 1; i < targets.size(); ) {
            Target a = targets.get(i - 1);
            Target b = targets.get(i);
            if (b.source - a.source >= CLOSEST_SECONDS && b.output > a.output) {
                i++;
            } else {
                Target dropped = targets.remove(a.trust < b.trust ? i - 1 : i);
                dropped.anchor.ifPresent(leftOut::add);
                i = Math.max(1, i - 1);
            }
        }
    }

    private void dropExtremes(List<Target> targets, List<Anchor> leftOut) {
        for (int i = 1; i < targets.size(); ) {
            Target a = targets.get(i - 1);
            Target b = targets.get(i);
            if (targets.size() == 2 || isFeasible(a, b)) {
                i++;
            } else {
                Target dropped = targets.remove(a.trust < b.trust ? i - 1 : i);
                dropped.anchor.ifPresent(leftOut::add);
                i = Math.max(1, i - 1);
            }
        }
    }

    private boolean isFeasible(Target a, Target b) {
        double sourceGap = b.source - a.source;
        double outputGap = b.output - a.output;
        if (outputGap <= 0) {
            return false;
        }
        int[] zone = longestRest(frame(a.source), frame(b.source));
        double rest = (zone[1] - zone[0]) * HOP;
        double least = (sourceGap - rest) * SLOWEST_RATE + rest * LEAST_REST_SHARE;
        double most =
                rest > SHORTEST_REST_ZONE_SECONDS ? Double.MAX_VALUE : sourceGap * FASTEST_RATE;
        return outputGap >= least && outputGap <= most;
    }

    private static int frame(double seconds) {
        return (int) Math.ceil(seconds / HOP);
    }

    private TimeMap spread(List<Target> targets) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < targets.size(); i++) {
            Target b = targets.get(i);
            if (i > 0) {
                points.addAll(between(targets.get(i - 1), b));
            }
            points.add(new Point(b.source, b.output));
        }
        return TimeMap.of(points);
    }

    /// Points between two neighbours, at which the rate changes; none where the two are too close
    /// for that.
    private List<Point> between(Target a, Target b) {
        double change = b.moved() - a.moved();
        int from = frame(a.source);
        int to = frame(b.source) - 1;
        if (change == 0 || to - from < FEWEST_FRAMES) {
            return List.of();
        }
        double[] weight = weights(from, to, change);
        List<Point> points = new ArrayList<>();
        Point last = new Point(a.source, a.output);
        double moved = a.moved();
        for (int k = 0; k <= weight.length; k++) {
            double source = (from + k) * HOP;
            boolean bends = k == 0 || k == weight.length || weight[k] != weight[k - 1];
            if (bends && source > a.source + 1e-6 && source < b.source - 1e-6) {
                Point point = new Point(source, source + moved);
                if (!(point.outputSeconds() > last.outputSeconds())) {
                    return List.of();
                }
                points.add(point);
                last = point;
            }
            moved += k < weight.length ? weight[k] : 0;
        }
        return last.outputSeconds() < b.output ? points : List.of();
    }

    /// How the change is shared between the frames: what the rest can take goes there, then vowels,
    /// then all.
    private double[] weights(int from, int to, double change) {
        double[] weight = new double[to - from];
        double left = change;
        int[] zone = quietest(from, to, Math.abs(change));
        int zoneFrames = zone[1] - zone[0];
        if (zoneFrames * HOP >= SHORTEST_REST_ZONE_SECONDS / 2) {
            double most =
                    change < 0 ? -zoneFrames * HOP * (1 - LEAST_REST_SHARE) : Double.MAX_VALUE;
            left =
                    share(
                            weight,
                            zone[0] - from,
                            zone[1] - from,
                            f -> true,
                            change < 0 ? Math.max(change, most) : change,
                            change);
        }
        if (left != 0) {
            int vowels = 0;
            for (int f = from; f < to; f++) {
                vowels += elasticity.kind(f) == Elasticity.Kind.VOWEL ? 1 : 0;
            }
            double most = vowels * HOP * (left < 0 ? 1 - SLOWEST_RATE : FASTEST_RATE - 1);
            double taken = Math.signum(left) * Math.min(Math.abs(left), most);
            if (taken != 0) {
                share(
                        weight,
                        0,
                        weight.length,
                        k -> elasticity.kind(from + k) == Elasticity.Kind.VOWEL,
                        taken,
                        taken);
                left -= taken;
            }
        }
        if (left != 0) {
            double rest = left;
            left =
                    share(
                            weight,
                            0,
                            weight.length,
                            k -> elasticity.kind(from + k) != Elasticity.Kind.REST,
                            rest,
                            rest);
        }
        if (left != 0) {
            share(weight, 0, weight.length, k -> true, left, left);
        }
        return weight;
    }

    private interface Chosen {
        boolean at(int index);
    }

    /// Adds `amount` to the chosen weights, equally; returns what is left of `wanted`.
    private static double share(
            double[] weight, int from, int to, Chosen chosen, double amount, double wanted) {
        int count = 0;
        for (int k = from; k < to; k++) {
            count += chosen.at(k) ? 1 : 0;
        }
        for (int k = from; k < to; k++) {
            weight[k] += chosen.at(k) ? amount / count : 0;
        }
        return count > 0 ? wanted - amount : wanted;
    }

    /// The longest rest, as its first frame and the one after its last; empty if there is none.
    private int[] longestRest(int from, int to) {
        int[] longest = {from, from};
        for (int f = from; f < to; ) {
            int end = f;
            while (end < to && elasticity.kind(end) == Elasticity.Kind.REST) {
                end++;
            }
            if (end - f > longest[1] - longest[0]) {
                longest = new int[] {f, end};
            }
            f = Math.max(end, f + 1);
        }
        return longest;
    }

    /// The quietest stretch of the longest rest that is long enough for the change.
    private int[] quietest(int from, int to, double change) {
        int[] rest = longestRest(from, to);
        int wanted =
                (int)
                        Math.ceil(
                                Math.max(SHORTEST_REST_ZONE_SECONDS, REST_ZONE_FACTOR * change)
                                        / HOP);
        if (rest[1] - rest[0] <= wanted) {
            return rest;
        }
        double sum = 0;
        double least = Double.MAX_VALUE;
        int start = rest[0];
        for (int f = rest[0]; f < rest[1]; f++) {
            sum += elasticity.levelDecibels(f);
            if (f >= rest[0] + wanted) {
                sum -= elasticity.levelDecibels(f - wanted);
            }
            if (f >= rest[0] + wanted - 1 && sum < least - 1e-9) {
                least = sum;
                start = f - wanted + 1;
            }
        }
        return new int[] {start, start + wanted};
    }
}
