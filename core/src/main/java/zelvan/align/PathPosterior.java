package zelvan.align;

import java.util.Arrays;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;

/// How probable it is that a row of the guide belongs to a row of the voice, over all paths in a
/// band: each path weighs `exp(−cost / temperature)`.
///
/// How it works: the forward and backward sums of a hidden Markov model whose states and steps are
/// those of [Warping], except that of two voices singing alone the guide always comes first: else
/// the many orders of the same silence would outweigh everything. Rows are scaled to keep the sums
/// in range; the scale is carried along as a logarithm.
///
/// **Source:** L. R. Rabiner, *A tutorial on hidden Markov models and selected applications in
/// speech recognition* (1989), section III; M. Cuturi & M. Blondel, *Soft-DTW* (2017), for the sum
/// over warping paths.
final class PathPosterior {
    /// Paths this much dearer are less probable by a factor of e. Measured: the temperature at
    /// which improbable and wrong coincide best.
    private static final double TEMPERATURE = 1;

    private static final int LONGEST = BandRows.LONGEST;

    /// Sums are brought back into range every so many rows.
    private static final int SCALED_ROWS = 8;

    /// Weights of a match, by its cost in units; the last one is that of a forbidden one.
    private static final double[] WEIGHTS = weights();

    private static double[] weights() {
        double[] weights = new double[Costs.UNITS + 2];
        for (int k = 0; k <= Costs.UNITS; k++) {
            weights[k] = Math.exp(-(double) k / Costs.UNITS / TEMPERATURE);
        }
        return weights;
    }

    private final Band band;
    private final int rows;
    private final int columns;

    // Weights of the prices of each row.
    private final double[] skipGuide;
    private final double[] enterGuide;
    private final double[] lingerGuide;
    private final double[] skipVoice;
    private final double[] enterVoice;
    private final double[] lingerVoice;
    private final double[] tearGuide;
    private final double[] tearVoice;
    private final boolean[] atWall;

    /// Place in [#WEIGHTS] of a cell, by row and by column from the band's lower border.
    private final short[][] cells;

    /// Posterior of the match, by row and by column from the band's lower border.
    private final float[][] match;

    /// Whether any path is possible; held pairs can leave none.
    private final boolean known;

    PathPosterior(Costs costs, Band band) {
        this.band = band;
        rows = costs.guideRows();
        columns = costs.voiceRows();
        skipGuide = soft(rows, costs::skipGuide);
        enterGuide = soft(rows, costs::enterGuideOnly);
        lingerGuide = soft(rows, costs::lingerOfGuide);
        skipVoice = soft(columns, costs::skipVoice);
        enterVoice = soft(columns, costs::enterVoiceOnly);
        lingerVoice = soft(columns, costs::lingerOfVoice);
        tearGuide = soft(rows, costs::tearGuide);
        tearVoice = soft(columns, costs::tearVoice);
        atWall = new boolean[columns];
        for (int j = 0; j < columns; j++) {
            atWall[j] = costs.atWall(j);
        }
        cells = cells(costs, band);
        match = new float[rows][];
        Forward forward = new Forward();
        known = forward.all > 0;
        if (known) {
            backward(forward);
        }
    }

    private static short[][] cells(Costs costs, Band band) {
        short[][] cells = new short[costs.guideRows()][];
        int[] row = new int[costs.voiceRows()];
        CostRows each = costs.rows(band);
        for (int i = 0; i < cells.length; i++) {
            cells[i] = new short[band.high()[i] - band.low()[i] + 1];
            each.read(i, row, 0);
            for (int k = 0; k < cells[i].length; k++) {
                cells[i][k] = (short) Math.min(row[k], Costs.UNITS + 1);
            }
        }
        return cells;
    }

    private static double[] soft(int count, IntToDoubleFunction cost) {
        return IntStream.range(0, count)
                .mapToDouble(k -> Math.exp(-cost.applyAsDouble(k) / TEMPERATURE))
                .toArray();
    }

    /// Column of a row's first cell, counted with the empty ones.
    private int first(int row) {
        return BandRows.first(band, row);
    }

    private int last(int row) {
        return BandRows.last(band, row);
    }

    private BandRows newRows() {
        return new BandRows(band, columns, 0);
    }

    /// What each step that ends in a cell weighs.
    private final class Steps {
        final BandRows weights = newRows();
        final BandRows straight = newRows();
        final BandRows twoOfVoice = newRows();
        final BandRows threeOfVoice = newRows();
        final BandRows twoOfGuide = newRows();
        final BandRows threeOfGuide = newRows();

        /// Opens the weights of a row, if there is one.
        void weigh(int row) {
            double[] into = weights.open(row);
            if (row >= 0) {
                int at = first(row);
                for (short cell : cells[row]) {
                    into[at++] = WEIGHTS[cell];
                }
            }
        }

        /// The weights of the row and of the two before it must be open.
        void open(int row) {
            double[] own = weights.at(row);
            double[] one = weights.at(row - 1);
            double[] two = weights.at(row - 2);
            double[] s = straight.open(row);
            double[] v2 = twoOfVoice.open(row);
            double[] v3 = threeOfVoice.open(row);
            double[] g2 = twoOfGuide.open(row);
            double[] g3 = threeOfGuide.open(row);
            for (int c = first(row); c <= last(row); c++) {
                double w = own[c];
                // The dearer of the two prices: the smaller weight.
                double linger = Math.min(lingerGuide[row], lingerVoice[c - LONGEST]);
                s[c] = w * w;
                v2[c] = own[c - 1] * own[c - 1] * w * linger;
                v3[c] = own[c - 2] * own[c - 2] * own[c - 1] * w * linger * linger;
                g2[c] = one[c] * one[c] * w * linger;
                g3[c] = two[c] * two[c] * one[c] * w * linger * linger;
            }
        }
    }

    /// The three states of the rows at hand.
    private final class States {
        final BandRows match = newRows();
        final BandRows guideOnly = newRows();
        final BandRows voiceOnly = newRows();

        void open(int row) {
            match.open(row);
            guideOnly.open(row);
            voiceOnly.open(row);
        }

        double all(int row, int c) {
            return match.at(row)[c] + guideOnly.at(row)[c] + voiceOnly.at(row)[c];
        }

        /// Every few rows scales everything so that the largest sum of the row is 1.
        ///
        /// @return the logarithm of what was divided by
        double scale(int row) {
            if (row % SCALED_ROWS != 0) {
                return 0;
            }
            double most =
                    Math.max(match.most(row), Math.max(guideOnly.most(row), voiceOnly.most(row)));
            if (most <= 0) {
                return 0;
            }
            match.scale(1 / most);
            guideOnly.scale(1 / most);
            voiceOnly.scale(1 / most);
            return Math.log(most);
        }
    }

    /// Sums over all ways that lead to each match, and to the end.
    private final class Forward {
        final double[][] matches = new double[rows][];

        /// The scale of each row, as a logarithm.
        final double[] logs = new double[rows];

        /// Over all ways to the end, in the scale of the last row.
        final double all;

        Forward() {
            Steps steps = new Steps();
            States to = new States();
            double log = 0;
            for (int i = 0; i < rows; i++) {
                steps.weigh(i);
                steps.open(i);
                to.open(i);
                gather(i, steps, to);
                log += to.scale(i);
                logs[i] = log;
                matches[i] = Arrays.copyOfRange(to.match.at(i), first(i), last(i) + 1);
            }
            all = to.all(rows - 1, columns - 1 + LONGEST);
        }

        private void gather(int i, Steps steps, States to) {
            double[] straight = steps.straight.at(i);
            double[] twoOfVoice = steps.twoOfVoice.at(i);
            double[] threeOfVoice = steps.threeOfVoice.at(i);
            double[] twoOfGuide = steps.twoOfGuide.at(i);
            double[] threeOfGuide = steps.threeOfGuide.at(i);
            double[] match = to.match.at(i);
            double[] one = to.match.at(i - 1);
            double[] two = to.match.at(i - 2);
            double[] three = to.match.at(i - 3);
            double[] guideOnly = to.guideOnly.at(i);
            double[] guideOne = to.guideOnly.at(i - 1);
            double[] voiceOnly = to.voiceOnly.at(i);
            double[] voiceOne = to.voiceOnly.at(i - 1);
            for (int c = first(i); c <= last(i); c++) {
                double start = i == 0 && c == LONGEST ? 1 : 0;
                int j = c - LONGEST;
                match[c] =
                        (start + one[c - 1] + guideOne[c - 1] + voiceOne[c - 1]) * straight[c]
                                + one[c - 2] * twoOfVoice[c]
                                + one[c - 3] * threeOfVoice[c]
                                + two[c - 1] * twoOfGuide[c]
                                + three[c - 1] * threeOfGuide[c];
                double enterAlone = atWall[j] ? 1 : enterGuide[i] * tearVoice[j];
                guideOnly[c] =
                        (start + one[c] * enterAlone + guideOne[c])
                                * (atWall[j] ? 1 : skipGuide[i]);
                voiceOnly[c] =
                        (start
                                        + match[c - 1]
                                                * (atWall[j] ? 1 : enterVoice[j] * tearGuide[i])
                                        + voiceOnly[c - 1]
                                        + guideOnly[c - 1])
                                * skipVoice[j];
            }
        }
    }

    /// Sums over all ways that lead on from each state; with them each cell gets its part of all
    /// paths, and so do the cells that a longer step passes.
    private void backward(Forward forward) {
        Steps steps = new Steps();
        States from = new States();
        BandRows ways = newRows();
        BandRows shares = newRows();
        for (int i = rows - 1; i >= rows - LONGEST; i--) {
            steps.weigh(i);
            ways.open(i, forward.matches);
            shares.open(i);
        }
        double logAll = Math.log(forward.all) + forward.logs[rows - 1];
        double log = 0;
        for (int i = rows - 1; i >= 0; i--) {
            steps.weigh(i - 2);
            steps.open(i);
            from.open(i);
            ways.open(i - LONGEST, forward.matches);
            shares.open(i - LONGEST + 1);
            spread(i, steps, from);
            log += from.scale(i);
            share(i, forward.logs, log - logAll, ways, steps, from.match.at(i), shares);
            match[i] = floats(shares.at(i), first(i), last(i) + 1);
        }
    }

    private void spread(int i, Steps steps, States from) {
        double[] straight = steps.straight.at(i + 1);
        double[] twoOfVoice = steps.twoOfVoice.at(i + 1);
        double[] threeOfVoice = steps.threeOfVoice.at(i + 1);
        double[] twoOfGuide = steps.twoOfGuide.at(i + 2);
        double[] threeOfGuide = steps.threeOfGuide.at(i + 3);
        double[] one = from.match.at(i + 1);
        double[] two = from.match.at(i + 2);
        double[] three = from.match.at(i + 3);
        double[] guideOne = from.guideOnly.at(i + 1);
        double[] match = from.match.at(i);
        double[] guideOnly = from.guideOnly.at(i);
        double[] voiceOnly = from.voiceOnly.at(i);
        double skipNext = i + 1 < rows ? skipGuide[i + 1] : 0;
        double enterNext = i + 1 < rows ? enterGuide[i + 1] : 0;
        for (int c = last(i); c >= first(i); c--) {
            int next = c - LONGEST + 1;
            double end = i == rows - 1 && next == columns ? 1 : 0;
            double skipVoiceNext = next < columns ? skipVoice[next] : 0;
            double enterVoiceNext = next < columns ? enterVoice[next] : 0;
            double together = end + one[c + 1] * straight[c + 1];
            boolean wall = atWall[next - 1];
            boolean wallNext = next < columns && atWall[next];
            double guideAlone = guideOne[c] * (wall && i + 1 < rows ? 1 : skipNext);
            double voiceAlone = voiceOnly[c + 1] * skipVoiceNext;
            match[c] =
                    together
                            + one[c + 2] * twoOfVoice[c + 2]
                            + one[c + 3] * threeOfVoice[c + 3]
                            + two[c + 1] * twoOfGuide[c + 1]
                            + three[c + 1] * threeOfGuide[c + 1]
                            + guideAlone * (wall ? 1 : enterNext * tearVoice[next - 1])
                            + voiceAlone * (wallNext ? 1 : enterVoiceNext * tearGuide[i]);
            guideOnly[c] = together + guideAlone + voiceAlone;
            voiceOnly[c] = together + voiceAlone;
        }
    }

    private static float[] floats(double[] values, int from, int to) {
        float[] floats = new float[to - from];
        for (int k = 0; k < floats.length; k++) {
            floats[k] = (float) values[from + k];
        }
        return floats;
    }

    /// @param scale of the sums that lead on, as a logarithm, over all paths
    /// @param shares takes what all paths have of each cell
    private void share(
            int i,
            double[] logs,
            double scale,
            BandRows ways,
            Steps steps,
            double[] onward,
            BandRows shares) {
        double own = Math.exp(logs[i] + scale);
        double one = i >= 1 ? Math.exp(logs[i - 1] + scale) : 0;
        double two = i >= 2 ? Math.exp(logs[i - 2] + scale) : 0;
        double three = i >= 3 ? Math.exp(logs[i - 3] + scale) : 0;
        double[] here = ways.at(i);
        double[] before = ways.at(i - 1);
        double[] twoBefore = ways.at(i - 2);
        double[] threeBefore = ways.at(i - 3);
        double[] twoOfGuide = steps.twoOfGuide.at(i);
        double[] threeOfGuide = steps.threeOfGuide.at(i);
        double[] twoOfVoice = steps.twoOfVoice.at(i);
        double[] threeOfVoice = steps.threeOfVoice.at(i);
        double[] shareHere = shares.at(i);
        double[] shareOne = shares.at(i - 1);
        double[] shareTwo = shares.at(i - 2);
        for (int c = first(i); c <= last(i); c++) {
            double b = onward[c];
            if (b == 0) {
                continue;
            }
            double g2 = twoBefore[c - 1] * twoOfGuide[c] * two * b;
            double g3 = threeBefore[c - 1] * threeOfGuide[c] * three * b;
            double v2 = before[c - 2] * twoOfVoice[c] * one * b;
            double v3 = before[c - 3] * threeOfVoice[c] * one * b;
            // A step passes no cell outside the band: there it weighs nothing.
            shareHere[c] += here[c] * own * b;
            shareOne[c] += g2 + g3;
            shareTwo[c] += g3;
            shareHere[c - 1] += v2 + v3;
            shareHere[c - 2] += v3;
        }
    }

    int rows() {
        return rows;
    }

    /// The probability that the row of the guide belongs to the voice within `radius` of a row; 1
    /// where nothing is known against it.
    double massAround(int guideRow, double voiceRow, double radius) {
        if (!known) {
            return 1;
        }
        double mass = 0;
        int low = band.low()[guideRow];
        int from = Math.max(0, (int) Math.ceil(voiceRow - radius) - low);
        int to = Math.min(match[guideRow].length - 1, (int) Math.floor(voiceRow + radius) - low);
        for (int k = from; k <= to; k++) {
            mass += match[guideRow][k];
        }
        return mass;
    }
}
