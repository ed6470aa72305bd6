package zelvan.timing;

import java.util.Arrays;

/// How far each knot of a line moves when some of its knots are pulled and its segments resist
/// being stretched.
///
/// How it works: the moves `u` minimise the energy `Σ weight · (u − move)² + Σ stiffness · (rate −
/// 1)² · length`, in which a segment's rate is its new length over its old one. That is a
/// tridiagonal system, solved directly. Three things are added, each by solving again: a pull that
/// disagrees with its surroundings loses its weight (Geman and McClure's function), a segment that
/// would leave its range of rates is held at the border of the range, and knots that are fixed, or
/// tied to each other, are.
///
/// **Source:** S. Geman & D. E. McClure, *Statistical methods for tomographic image reconstruction*
/// (1987), for the robust weights; the tridiagonal solution is L. H. Thomas's (1949).
final class ElasticLine {
    private static final int MOST_ROUNDS = 25;
    private static final double SETTLED_SECONDS = 2e-5;

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
        double[] moves = new double[knots.length];
        double[] trust = new double[knots.length];
        byte[] border = new byte[knots.length - 1];
        Arrays.fill(trust, 1);
        int[] unknown = unknowns();
        Balance balance = new Balance(unknown[unknown.length - 1] + 1);
        double[] next = new double[knots.length];
        for (int round = 0; round < MOST_ROUNDS; round++) {
            balance(balance, unknown, trust, border, next);
            double change = 0;
            for (int k = 0; k < next.length; k++) {
                change = Math.max(change, Math.abs(next[k] - moves[k]));
            }
            double[] before = moves;
            moves = next;
            next = before;
            boolean same = hold(moves, border);
            if (round > 0 && same && change < SETTLED_SECONDS) {
                break;
            }
            weigh(moves, trust);
        }
        return moves;
    }

    private void weigh(double[] moves, double[] trust) {
        double scale = toleranceSeconds * toleranceSeconds;
        for (int k = 0; k < trust.length; k++) {
            double off = moves[k] - move[k];
            double share = scale / (scale + off * off);
            trust[k] = share * share;
        }
    }

    /// Notes the segments that are at a border of their rates; whether they are the same as before.
    private boolean hold(double[] moves, byte[] border) {
        boolean same = true;
        for (int s = 0; s < border.length; s++) {
            double length = knots[s + 1] - knots[s];
            double rate = 1 + (moves[s + 1] - moves[s]) / length;
            byte now = (byte) (rate < slowest[s] + 1e-9 ? -1 : rate > fastest[s] - 1e-9 ? 1 : 0);
            same &= now == border[s];
            border[s] = now;
        }
        return same;
    }

    /// The moves at which all forces balance.
    private void balance(
            Balance forces, int[] unknown, double[] trust, byte[] border, double[] moves) {
        forces.clear();
        for (int k = 0; k < knots.length; k++) {
            int u = unknown[k];
            forces.diagonal[u] += weight[k] * trust[k];
            forces.right[u] += weight[k] * trust[k] * move[k];
            if (fixed[k]) {
                forces.given[u] = move[k];
            }
        }
        for (int s = 0; s < stiffness.length; s++) {
            if (unknown[s] != unknown[s + 1]) {
                double length = knots[s + 1] - knots[s];
                double spring = stiffness[s] / length;
                double wanted = 0;
                if (border[s] != 0) {
                    spring = BORDER_WEIGHT;
                    wanted = ((border[s] < 0 ? slowest[s] : fastest[s]) - 1) * length;
                }
                forces.diagonal[unknown[s]] += spring;
                forces.diagonal[unknown[s + 1]] += spring;
                forces.above[unknown[s]] -= spring;
                forces.right[unknown[s]] -= spring * wanted;
                forces.right[unknown[s + 1]] += spring * wanted;
            }
        }
        forces.solve();
        for (int k = 0; k < moves.length; k++) {
            moves[k] = forces.solved[unknown[k]];
        }
    }

    /// The unknown of each knot: knots tied to each other share one.
    private int[] unknowns() {
        int[] unknown = new int[knots.length];
        for (int k = 1; k < unknown.length; k++) {
            unknown[k] = unknown[k - 1] + (Double.isInfinite(stiffness[k - 1]) ? 0 : 1);
        }
        return unknown;
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

        void clear() {
            Arrays.fill(diagonal, 0);
            Arrays.fill(above, 0);
            Arrays.fill(right, 0);
            Arrays.fill(given, Double.NaN);
        }

        void solve() {
            int n = diagonal.length;
            for (int i = 0; i < n; i++) {
                if (!Double.isNaN(given[i])) {
                    if (i > 0) {
                        right[i - 1] -= above[i - 1] * given[i];
                        above[i - 1] = 0;
                    }
                    if (i + 1 < n) {
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
            for (int i = 0; i < n; i++) {
                double pivot = diagonal[i] - (i > 0 ? below * upper[i - 1] : 0);
                upper[i] = above[i] / pivot;
                solved[i] = (right[i] - (i > 0 ? below * solved[i - 1] : 0)) / pivot;
                below = above[i];
            }
            for (int i = n - 2; i >= 0; i--) {
                solved[i] -= upper[i] * solved[i + 1];
            }
        }
    }
}
