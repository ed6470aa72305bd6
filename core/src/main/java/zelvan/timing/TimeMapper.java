package zelvan.timing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.VoiceAnalysis;
import zelvan.timing.TimeMap.Point;
import zelvan.units.RecordedSpan;

/// Turns an alignment into a time map.
///
/// How it works: the voice is an [ElasticLine]. Rests stretch easily, sustained vowels less,
/// consonants, esses and breaths hardly. Each anchor pulls its moment to its phrase's place
/// ([Placement]) and by its share of what is left then (pull, slack, limit), the more strongly the
/// more exactly it is known. Stretches that must stay as they are (protected, or sung by the voice
/// alone) keep their length, and what is sung alone its place if the rests around it have the room.
/// Where only an extreme rate would satisfy an anchor, the line gives way, and the anchor is said
/// to be left out.
public final class TimeMapper {
    private static final double SLOWEST_RATE = 1 / 3.0;
    private static final double FASTEST_RATE = 3;
    private static final double FASTEST_REST_RATE = 1000;

    /// Sung sound that runs faster than this, or as much slower, for long enough to be heard is
    /// doubtful.
    private static final double EXTREME_RATE = 2;

    private static final double AUDIBLE_SECONDS = 0.05;

    /// What stays of a rest at least, of its length.
    private static final double LEAST_REST_RATE = 0.15;

    /// Of a long one, no more need stay: a file may begin with minutes of silence.
    private static final double LONGEST_LEFT_SECONDS = 0.3;

    // Energy of a second at twice its rate, in units in which a pull of deviation σ weighs 1/σ².
    // Measured on singers and speakers of known truth: stiffer consonants keep their length better
    // and follow the guide worse.
    private static final double REST_STIFFNESS = 3;
    private static final double VOWEL_STIFFNESS = 5;
    private static final double CHANGING_STIFFNESS = 60;
    private static final double HISS_STIFFNESS = 400;

    /// How exactly a landmark found in both voices is known, and a mere point of the path.
    private static final double LANDMARK_DEVIATION_SECONDS = 0.001;

    /// A landmark that gives way to the other kind.
    private static final double YIELDING_DEVIATION_SECONDS = 0.1;

    private static final double VOWEL_PATH_DEVIATION_SECONDS = 0.004;

    private static final double PATH_DEVIATION_SECONDS = 0.006;

    /// Even an anchor of no confidence pulls a little.
    private static final double LEAST_TRUST = 0.05;

    private static final double TOLERANCE_SECONDS = 0.02;

    /// An anchor missed by this much was not followed.
    private static final double LEFT_OUT_SECONDS = 0.015;

    /// The map passes every knot at most this far away; what is held, exactly.
    private static final double BEND_SECONDS = 8e-5;

    /// What is sung alone stays in its place if it keeps this much, and half, of the gaps beside
    /// it.
    private static final double LEAST_GAP_SECONDS = 0.1;

    private static final double CLOSEST_SECONDS = 0.01;
    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    private final VoiceAnalysis voice;
    private final Elasticity elasticity;

    /// Where one kind of sound gives way to another, seconds.
    private final double[] borders;

    /// @param voice the voice that is moved
    public TimeMapper(VoiceAnalysis voice) {
        this.voice = voice;
        this.elasticity = new Elasticity(voice);
        this.borders =
                IntStream.range(1, voice.frames())
                        .filter(f -> elasticity.kind(f) != elasticity.kind(f - 1))
                        .mapToDouble(f -> f * HOP)
                        .toArray();
    }

    /// @param yields whether it gives way to what is lined up first
    private record Goal(Anchor anchor, double moveSeconds, boolean yields) {
        double seconds() {
            return anchor.sourceSeconds();
        }
    }

    /// Onto a guide that sounds as it was recorded, each phrase being in its place.
    ///
    /// @param settingsAt the settings in force at a moment of the guide, in seconds
    /// @param fences protected stretches of the voice
    public TimingResult map(
            Alignment alignment, DoubleFunction<TimingSettings> settingsAt, List<Fence> fences) {
        return map(alignment, TimeMap.IDENTITY, Placement.NONE, settingsAt, fences);
    }

    /// @param guide when each moment of the guide sounds
    /// @param placement how late the phrases of the voice are as a whole
    /// @param settingsAt the settings in force at a moment of the guide as recorded, in seconds
    /// @param fences protected stretches of the voice
    public TimingResult map(
            Alignment alignment,
            TimeMap guide,
            Placement placement,
            DoubleFunction<TimingSettings> settingsAt,
            List<Fence> fences) {
        List<RecordedSpan> fixed = fences.stream().map(Fence::span).toList();
        List<RecordedSpan> rigid = new ArrayList<>(fixed);
        alignment.unmatched().stream().flatMap(alone -> outside(alone, fixed)).forEach(rigid::add);
        List<Goal> goals = goals(alignment, guide, placement, settingsAt, fixed, rigid);
        if (goals.stream().allMatch(goal -> goal.moveSeconds == 0)) {
            return new TimingResult(TimeMap.IDENTITY, Set.of(), placement);
        }
        double[] knots = knots(goals, rigid);
        int[] places = goals.stream().mapToInt(g -> place(knots, g.seconds())).toArray();
        boolean[] tied = tied(knots, rigid);
        List<RecordedSpan> staying = new ArrayList<>();
        fences.stream().filter(Fence::stays).map(Fence::span).forEach(staying::add);
        rigid.stream()
                .filter(span -> !fixed.contains(span) && hasRoom(span, goals))
                .forEach(staying::add);
        double[] moves = line(knots, tied, goals, places, staying).solve();
        boolean[] kept = kept(knots, moves, tied, goals, places);
        return new TimingResult(
                TimeMap.of(points(knots, moves, kept)),
                leftOut(knots, moves, goals, places),
                placement);
    }

    private static int place(double[] knots, double seconds) {
        return Arrays.binarySearch(knots, seconds);
    }

    private ElasticLine line(
            double[] knots,
            boolean[] tied,
            List<Goal> goals,
            int[] places,
            List<RecordedSpan> staying) {
        ElasticLine line = new ElasticLine(knots, TOLERANCE_SECONDS);
        for (int s = 0; s + 1 < knots.length; s++) {
            if (tied[s]) {
                line.tie(s);
            } else {
                resist(line, s, kindBetween(knots, s), knots[s + 1] - knots[s]);
            }
        }
        line.fix(0, 0);
        for (int i = 0; i < places.length; i++) {
            Goal goal = goals.get(i);
            if (goal.anchor.held()) {
                line.fix(places[i], goal.moveSeconds);
            } else {
                line.pull(places[i], goal.moveSeconds, deviationSeconds(goal));
            }
        }
        for (RecordedSpan span : staying) {
            line.fix(place(knots, span.startSeconds()), 0);
        }
        return line;
    }

    private static void resist(
            ElasticLine line, int segment, Elasticity.Kind kind, double seconds) {
        switch (kind) {
            case REST ->
                    line.resist(
                            segment,
                            REST_STIFFNESS,
                            Math.min(LEAST_REST_RATE, LONGEST_LEFT_SECONDS / seconds),
                            FASTEST_REST_RATE);
            case VOWEL -> line.resist(segment, VOWEL_STIFFNESS, SLOWEST_RATE, FASTEST_RATE);
            case CHANGING -> line.resist(segment, CHANGING_STIFFNESS, SLOWEST_RATE, FASTEST_RATE);
            case HISS -> line.resist(segment, HISS_STIFFNESS, SLOWEST_RATE, FASTEST_RATE);
        }
    }

    private Elasticity.Kind kindBetween(double[] knots, int segment) {
        return elasticity.kind((int) ((knots[segment] + knots[segment + 1]) / 2 / HOP));
    }

    /// Before a vowel that comes first, all of its consonant gives way.
    private boolean yields(Anchor anchor, LineUp lineUp) {
        Elasticity.Kind sound = elasticity.kind((int) (anchor.sourceSeconds() / HOP));
        boolean consonant =
                anchor.kind().isEmpty()
                        && (sound == Elasticity.Kind.CHANGING || sound == Elasticity.Kind.HISS);
        return lineUp.yields(consonant ? Optional.of(LandmarkKind.CONSONANT) : anchor.kind());
    }

    private static Stream<RecordedSpan> outside(RecordedSpan span, List<RecordedSpan> others) {
        List<RecordedSpan> left = List.of(span);
        for (RecordedSpan other : others) {
            left = left.stream().flatMap(s -> s.without(other).stream()).toList();
        }
        return left.stream().filter(s -> s.seconds() > CLOSEST_SECONDS);
    }

    private double deviationSeconds(Goal goal) {
        Anchor anchor = goal.anchor;
        boolean steady =
                elasticity.kind((int) (anchor.sourceSeconds() / HOP)) == Elasticity.Kind.VOWEL;
        double deviation =
                goal.yields
                        ? YIELDING_DEVIATION_SECONDS
                        : anchor.kind().isPresent()
                                ? LANDMARK_DEVIATION_SECONDS
                                : steady ? VOWEL_PATH_DEVIATION_SECONDS : PATH_DEVIATION_SECONDS;
        return deviation / Math.sqrt(Math.max(LEAST_TRUST, anchor.confidence()));
    }

    private static boolean[] tied(double[] knots, List<RecordedSpan> rigid) {
        Stretches stiff = new Stretches(rigid);
        boolean[] tied = new boolean[knots.length];
        for (int s = 0; s + 1 < knots.length; s++) {
            tied[s] = stiff.contain((knots[s] + knots[s + 1]) / 2);
        }
        return tied;
    }

    /// The anchors that the line misses, and those beside a stretch that it could only reach at an
    /// extreme rate.
    private Set<Anchor> leftOut(double[] knots, double[] moves, List<Goal> goals, int[] places) {
        Set<Anchor> leftOut = new HashSet<>();
        for (int i = 0; i < places.length; i++) {
            Goal goal = goals.get(i);
            int knot = places[i];
            boolean missed =
                    !goal.yields && Math.abs(moves[knot] - goal.moveSeconds) > LEFT_OUT_SECONDS;
            if (missed || isExtreme(knots, moves, knot - 1) || isExtreme(knots, moves, knot)) {
                leftOut.add(goal.anchor);
            }
        }
        return leftOut;
    }

    private boolean isExtreme(double[] knots, double[] moves, int segment) {
        if (segment < 0 || segment + 1 >= knots.length) {
            return false;
        }
        double source = knots[segment + 1] - knots[segment];
        double output = source + moves[segment + 1] - moves[segment];
        double rate = output / source;
        return Math.max(source, output) > AUDIBLE_SECONDS
                && (rate > EXTREME_RATE || rate < 1 / EXTREME_RATE)
                && kindBetween(knots, segment) != Elasticity.Kind.REST;
    }

    /// The anchors that pull, in order: those in rigid stretches do not, unless they are held.
    private List<Goal> goals(
            Alignment alignment,
            TimeMap guide,
            Placement placement,
            DoubleFunction<TimingSettings> settingsAt,
            List<RecordedSpan> fixed,
            List<RecordedSpan> rigid) {
        Stretches closedToAll = Stretches.widened(fixed, CLOSEST_SECONDS);
        Stretches closed = Stretches.widened(rigid, CLOSEST_SECONDS);
        List<Goal> goals = new ArrayList<>();
        for (Anchor anchor : alignment.anchors()) {
            if (!(anchor.byUser() ? closedToAll : closed).contain(anchor.sourceSeconds())) {
                // What the user holds is held there, whatever the pull.
                TimingSettings settings =
                        anchor.held()
                                ? TimingSettings.FULL
                                : settingsAt.apply(anchor.guideSeconds());
                double moment = anchor.heldSeconds().orElse(anchor.guideSeconds());
                double offset = anchor.sourceSeconds() - guide.outputSecondsAt(moment);
                goals.add(
                        new Goal(
                                anchor,
                                -settings.moveSeconds(
                                        offset, placement.secondsAt(anchor.sourceSeconds())),
                                !anchor.byUser() && yields(anchor, settings.lineUp())));
            }
        }
        return goals;
    }

    /// Where the line may bend: at anchors, at the ends of rigid stretches, and where one kind of
    /// sound gives way to another.
    private double[] knots(List<Goal> goals, List<RecordedSpan> rigid) {
        DoubleStream ends =
                rigid.stream()
                        .flatMapToDouble(r -> DoubleStream.of(r.startSeconds(), r.endSeconds()));
        DoubleStream sung = goals.stream().mapToDouble(Goal::seconds);
        double[] needed =
                DoubleStream.concat(
                                DoubleStream.concat(sung, ends),
                                DoubleStream.of(-HOP, voice.seconds() + HOP))
                        .sorted()
                        .distinct()
                        .toArray();
        Stretches stiff = new Stretches(rigid);
        double[] knots = new double[needed.length + borders.length];
        int count = 0;
        int next = 0;
        for (double border : borders) {
            while (next < needed.length && needed[next] < border - HOP / 2) {
                knots[count++] = needed[next++];
            }
            boolean near = next < needed.length && needed[next] < border + HOP / 2;
            if (!near && !stiff.contain(border)) {
                knots[count++] = border;
            }
        }
        while (next < needed.length) {
            knots[count++] = needed[next++];
        }
        return Arrays.copyOf(knots, count);
    }

    /// Whether a stretch can stay where it was sung: its neighbours leave it the room.
    private static boolean hasRoom(RecordedSpan span, List<Goal> goals) {
        for (Goal goal : goals) {
            boolean before = goal.seconds() < span.startSeconds();
            double gap =
                    before
                            ? span.startSeconds() - goal.seconds()
                            : goal.seconds() - span.endSeconds();
            double after = before ? gap - goal.moveSeconds : gap + goal.moveSeconds;
            if (gap < LEAST_GAP_SECONDS || after < Math.max(LEAST_GAP_SECONDS, gap / 2)) {
                return false;
            }
        }
        return true;
    }

    /// The knots that the map needs.
    private static boolean[] kept(
            double[] knots, double[] moves, boolean[] tied, List<Goal> goals, int[] places) {
        boolean[] kept = new boolean[knots.length];
        boolean[] held = new boolean[knots.length];
        for (int i = 0; i < places.length; i++) {
            held[places[i]] = goals.get(i).anchor.held();
        }
        int from = 0;
        for (int k = 0; k < knots.length; k++) {
            boolean edge = k == 0 || k + 1 == knots.length || tied[k] != tied[k - 1];
            if (edge || held[k]) {
                kept[k] = true;
                keepBends(knots, moves, from, k, kept);
                from = k;
            }
        }
        return kept;
    }

    private static List<Point> points(double[] knots, double[] moves, boolean[] kept) {
        List<Point> points = new ArrayList<>();
        double last = Double.NEGATIVE_INFINITY;
        for (int k = 0; k < knots.length; k++) {
            if (kept[k]) {
                double output = Math.max(knots[k] + moves[k], last + 1e-6);
                points.add(new Point(knots[k], output));
                last = output;
            }
        }
        return points;
    }

    /// Keeps what is needed for straight lines to pass every knot closely.
    ///
    /// **Source:** D. H. Douglas & T. K. Peucker, *Algorithms for the reduction of the number of
    /// points required to represent a digitized line or its caricature* (1973).
    private static void keepBends(
            double[] knots, double[] moves, int from, int to, boolean[] kept) {
        int farthest = -1;
        double most = BEND_SECONDS;
        double slope = (moves[to] - moves[from]) / (knots[to] - knots[from]);
        for (int k = from + 1; k < to; k++) {
            double off = Math.abs(moves[from] + slope * (knots[k] - knots[from]) - moves[k]);
            if (off > most) {
                most = off;
                farthest = k;
            }
        }
        if (farthest > 0) {
            kept[farthest] = true;
            keepBends(knots, moves, from, farthest, kept);
            keepBends(knots, moves, farthest, to, kept);
        }
    }
}
