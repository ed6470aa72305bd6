package zelvan.timing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// How far each knot of a line moves when some of its knots are pulled and its segments resist
/// being stretched.
///
/// How it works: the moves `u` minimise the energy `Σ weight · (u − move)² + Σ stiffness · (rate −
/// 1)² · length`, in which a segment's rate is its new length over its old one. That is a
/// tridiagonal system, solved directly. Three things are added, each by solving again: a pull that
/// disagrees with its surroundings loses its weight (Geman and McClure's function), a segment that
/// would leave its range of rates is held at the border of the range, and knots that are fixed, or
/// tied to each other, are. Only where something still moves is solved again: an unknown feels
/// others less and less the more pulls lie between them.
///
/// **Source:** S. Geman & D. E. McClure, *Statistical methods for tomographic image reconstruction*
/// (1987), for the robust weights; the tridiagonal solution is L. H. Thomas's (1949).
final class ElasticLine {
    private static final int MOST_ROUNDS = 25;
    private static final double SETTLED_SECONDS = 2e-5;

    /// What moves by less has not moved.
    private static final double STILL_SECONDS = 1e-9;

    /// So many unknowns beside one that moves are solved again with it.
    private static final int NEIGHBOURS = 24;

    /// Weight of a border of the rates: far above any pull.
    private static final double BORDER_WEIGHT = 1e9;

    /// A pull that stays unsatisfied by this much has lost three quarters of its weight.
    private final double toleranceSeconds;

    private final double[] knots;
    private final double[] stiffness;
    private final double[] slowest;
    private final double[] fastest;
    private final double[] weight;
    private final double[] move;
    private final boolean[] fixed;

    /// @param knots in seconds, strictly increasing, at least two
    ElasticLine(double[] knots, double toleranceSeconds) {
        this.knots = knots;
        this.toleranceSeconds = toleranceSeconds;
        stiffness = new double[knots.length - 1];
        slowest = new double[knots.length - 1];
        fastest = new double[knots.length - 1];
        weight = new double[knots.length];
        move = new double[knots.length];
        fixed = new boolean[knots.length];
        Arrays.fill(fastest, Double.MAX_VALUE);
    }

    /// Lets a segment stretch.
    ///
    /// @param energyPerSecond energy of a second of the segment at twice its rate
    void resist(int segment, double energyPerSecond, double slowestRate, double fastestRate) {
        stiffness[segment] = energyPerSecond;
        slowest[segment] = slowestRate;
        fastest[segment] = fastestRate;
    }

    /// Lets a segment keep its length exactly.
    void tie(int segment) {
        stiffness[segment] = Double.POSITIVE_INFINITY;
    }

    /// Pulls a knot, as strongly as a Gaussian of this width; less where this disagrees with the
    /// surroundings.
    void pull(int knot, double moveSeconds, double deviationSeconds) {
        weight[knot] = 1 / (deviationSeconds * deviationSeconds);
        move[knot] = moveSeconds;
    }

    /// Fixes a knot.
    void fix(int knot, double moveSeconds) {
        fixed[knot] = true;
        move[knot] = moveSeconds;
    }

    /// The move of each knot, seconds.
    double[] solve() {
        return new Solution().moves();
    }

    /// The unknown of each knot: knots tied to each other share one.
    private int[] unknowns() {
        int[] unknown = new int[knots.length];
        for (int k = 1; k < unknown.length; k++) {
            unknown[k] = unknown[k - 1] + (Double.isInfinite(stiffness[k - 1]) ? 0 : 1);
        }
        return unknown;
    }

    /// Unknowns in a row.
    ///
    /// @param to after the last
    private record Stretch(int from, int to) {}

    /// What is found round by round: the move of each unknown, how far each pull is trusted, and
    /// which links, each from an unknown to the next, are at a border of their rates.
    private final class Solution {
        private final int[] unknown = unknowns();
        private final int count = unknown[unknown.length - 1] + 1;

        /// The first knot of each unknown, and the end of the knots.
        private final int[] first = new int[count + 1];

        private final Balance forces = new Balance(count);
        private final double[] moves = new double[count];
        private final double[] trust = new double[knots.length];
        private final byte[] border = new byte[count];
        private List<Stretch> restless = List.of(new Stretch(0, count));
        private boolean settled;

        Solution() {
            for (int k = knots.length - 1; k >= 0; k--) {
                first[unknown[k]] = k;
            }
            first[count] = knots.length;
            Arrays.fill(trust, 1);
        }

        double[] moves() {
            for (int round = 0; round < MOST_ROUNDS && !(round > 1 && settled); round++) {
                restless.forEach(this::balance);
                move();
            }
            double[] ofKnots = new double[knots.length];
            for (int k = 0; k < ofKnots.length; k++) {
                ofKnots[k] = moves[unknown[k]];
            }
            return ofKnots;
        }

        /// Finds the moves at which all forces in a stretch balance, what is beside it staying
        /// where it is.
        private void balance(Stretch stretch) {
            for (int u = stretch.from; u < stretch.to; u++) {
                forces.diagonal[u] = 0;
                forces.above[u] = 0;
                forces.right[u] = 0;
                forces.given[u] = Double.NaN;
                for (int k = first[u]; k < first[u + 1]; k++) {
                    forces.diagonal[u] += weight[k] * trust[k];
                    forces.right[u] += weight[k] * trust[k] * move[k];
                    if (fixed[k]) {
                        forces.given[u] = move[k];
                    }
                }
            }
            for (int u = Math.max(0, stretch.from - 1); u < Math.min(stretch.to, count - 1); u++) {
                link(u, stretch);
            }
            forces.solve(stretch.from, stretch.to);
        }

        /// The spring between an unknown and the next.
        private void link(int u, Stretch stretch) {
            int segment = first[u + 1] - 1;
            double length = knots[segment + 1] - knots[segment];
            double spring = stiffness[segment] / length;
            double wanted = 0;
            if (border[u] != 0) {
                spring = BORDER_WEIGHT;
                wanted = ((border[u] < 0 ? slowest[segment] : fastest[segment]) - 1) * length;
            }
            boolean inside = u >= stretch.from;
            boolean nextInside = u + 1 < stretch.to;
            if (inside) {
                forces.diagonal[u] += spring;
                forces.right[u] -= spring * (nextInside ? wanted : wanted - moves[u + 1]);
            }
            if (nextInside) {
                forces.diagonal[u + 1] += spring;
                forces.right[u + 1] += spring * (inside ? wanted : wanted + moves[u]);
            }
            if (inside && nextInside) {
                forces.above[u] -= spring;
            }
        }

        /// Takes over what was found, and notes what has not settled by it.
        private void move() {
            double change = 0;
            boolean same = true;
            List<Stretch> next = new ArrayList<>();
            int from = 0;
            int to = -1;
            for (Stretch stretch : restless) {
                for (int u = stretch.from; u < stretch.to; u++) {
                    double by = Math.abs(forces.solved[u] - moves[u]);
                    moves[u] = forces.solved[u];
                    change = Math.max(change, by);
                    if (by > STILL_SECONDS) {
                        if (u - NEIGHBOURS > to) {
                            add(from, to, next);
                            from = Math.max(0, u - NEIGHBOURS);
                        }
                        to = Math.min(count, u + NEIGHBOURS + 1);
                    }
                }
            }
            add(from, to, next);
            for (Stretch stretch : next) {
                same &= hold(stretch);
                weigh(stretch);
            }
            restless = next;
            settled = same && change < SETTLED_SECONDS;
        }

        private static void add(int from, int to, List<Stretch> into) {
            if (to > from) {
                into.add(new Stretch(from, to));
            }
        }

        private void weigh(Stretch stretch) {
            double scale = toleranceSeconds * toleranceSeconds;
            for (int u = stretch.from; u < stretch.to; u++) {
                for (int k = first[u]; k < first[u + 1]; k++) {
                    double off = moves[u] - move[k];
                    double share = scale / (scale + off * off);
                    trust[k] = share * share;
                }
            }
        }

        /// Notes the links that are at a border of their rates; whether they are the same as
        /// before.
        private boolean hold(Stretch stretch) {
            boolean same = true;
            for (int u = stretch.from; u < Math.min(stretch.to, count - 1); u++) {
                int segment = first[u + 1] - 1;
                double length = knots[segment + 1] - knots[segment];
                double rate = 1 + (moves[u + 1] - moves[u]) / length;
                byte now =
                        (byte)
                                (rate < slowest[segment] + 1e-9
                                        ? -1
                                        : rate > fastest[segment] - 1e-9 ? 1 : 0);
                same &= now == border[u];
                border[u] = now;
            }
            return same;
        }
    }

    /// A symmetric tridiagonal system in which some unknowns are given; solved again each round.
    private static final class Balance {
        private final double[] diagonal;
        private final double[] above;
        private final double[] right;

        /// Not a number where nothing is given.
        private final double[] given;

        private final double[] upper;
        private final double[] solved;

        Balance(int unknowns) {
            diagonal = new double[unknowns];
            above = new double[unknowns];
            right = new double[unknowns];
            given = new double[unknowns];
            upper = new double[unknowns];
            solved = new double[unknowns];
        }

        /// Solves it for some unknowns in a row.
        ///
        /// @param to after the last
        void solve(int from, int to) {
            for (int i = from; i < to; i++) {
                if (!Double.isNaN(given[i])) {
                    if (i > from) {
                        right[i - 1] -= above[i - 1] * given[i];
                        above[i - 1] = 0;
                    }
                    if (i + 1 < to) {
                        right[i + 1] -= above[i] * given[i];
                        above[i] = 0;
                    }
                    diagonal[i] = 1;
                    right[i] = given[i];
                } else if (diagonal[i] == 0) {
                    diagonal[i] = 1;
                }
            }
            double below = 0;
            for (int i = from; i < to; i++) {
                double pivot = diagonal[i] - (i > from ? below * upper[i - 1] : 0);
                upper[i] = above[i] / pivot;
                solved[i] = (right[i] - (i > from ? below * solved[i - 1] : 0)) / pivot;
                below = above[i];
            }
            for (int i = to - 2; i >= from; i--) {
                solved[i] -= upper[i] * solved[i + 1];
            }
        }
    }
}
