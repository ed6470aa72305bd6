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

    private static final Kernels KERNELS = Kernels.quickest();

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

    // Weights of the prices of each row of the guide.
    private final double[] skipGuide;
    private final double[] enterGuide;
    private final double[] lingerGuide;
    private final double[] tearGuide;

    private final Kernels kernels;

    /// Place in [#WEIGHTS] of a cell, by row and by column from the band's lower border.
    private final short[][] cells;

    /// Posterior of the match, by row and by column from the band's lower border.
    private final float[][] match;

    /// Whether any path is possible; held pairs can leave none.
    private final boolean known;

    PathPosterior(Costs costs, Band band) {
        this(costs, band, KERNELS);
    }

    PathPosterior(Costs costs, Band band, Kernels kernels) {
        this.band = band;
        this.kernels = kernels;
        rows = costs.guideRows();
        columns = costs.voiceRows();
        skipGuide = soft(rows, costs::skipGuide);
        enterGuide = soft(rows, costs::enterGuideOnly);
        lingerGuide = soft(rows, costs::lingerOfGuide);
        tearGuide = soft(rows, costs::tearGuide);
        cells = cells(costs, band);
        match = new float[rows][];
        PosteriorRows at = new PosteriorRows(costs, TEMPERATURE);
        Forward forward = new Forward(at);
        known = forward.all > 0;
        if (known) {
            backward(at, forward);
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
        void open(int row, PosteriorRows at) {
            at.own = weights.at(row);
            at.ownOne = weights.at(row - 1);
            at.ownTwo = weights.at(row - 2);
            at.straight = straight.open(row);
            at.twoOfVoice = twoOfVoice.open(row);
            at.threeOfVoice = threeOfVoice.open(row);
            at.twoOfGuide = twoOfGuide.open(row);
            at.threeOfGuide = threeOfGuide.open(row);
            at.lingerOfRow = lingerGuide[row];
            kernels.weighSteps(at, first(row), last(row));
        }
    }

    /// The three states of the rows at hand.
    private final class States {
        final BandRows match = newRows();
        final BandRows guideOnly = newRows();
        final BandRows voiceOnly = newRows();

        /// @param step to the rows from which it is reached, 1 or −1
        void open(int row, int step, PosteriorRows at) {
            at.match = match.open(row);
            at.guideOnly = guideOnly.open(row);
            at.voiceOnly = voiceOnly.open(row);
            at.matchOne = match.at(row + step);
            at.matchTwo = match.at(row + 2 * step);
            at.matchThree = match.at(row + 3 * step);
            at.guideOne = guideOnly.at(row + step);
            at.voiceOne = voiceOnly.at(row + step);
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

        Forward(PosteriorRows at) {
            Steps steps = new Steps();
            States to = new States();
            double log = 0;
            for (int i = 0; i < rows; i++) {
                steps.weigh(i);
                steps.open(i, at);
                to.open(i, -1, at);
                gather(i, at);
                log += to.scale(i);
                logs[i] = log;
                matches[i] = Arrays.copyOfRange(at.match, first(i), last(i) + 1);
            }
            all = to.all(rows - 1, columns - 1 + LONGEST);
        }

        private void gather(int i, PosteriorRows at) {
            at.enterOfRow = enterGuide[i];
            at.skipOfRow = skipGuide[i];
            at.tearOfRow = tearGuide[i];
            kernels.gather(at, first(i), last(i));
            if (i == 0) {
                at.match[LONGEST] += at.straight[LONGEST];
                at.guideOnly[LONGEST] += at.wall[LONGEST] + at.open[LONGEST] * skipGuide[0];
            }
            kernels.gatherBeside(at, first(i), last(i));
            if (i == 0) {
                at.beside[LONGEST] += 1;
            }
            at.gatherVoiceOnly(first(i), last(i));
        }
    }

    /// Sums over all ways that lead on from each state; with them each cell gets its part of all
    /// paths, and so do the cells that a longer step passes.
    private void backward(PosteriorRows at, Forward forward) {
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
            steps.open(i, at);
            at.straightOn = steps.straight.at(i + 1);
            at.twoOfVoiceOn = steps.twoOfVoice.at(i + 1);
            at.threeOfVoiceOn = steps.threeOfVoice.at(i + 1);
            at.twoOfGuideOn = steps.twoOfGuide.at(i + 2);
            at.threeOfGuideOn = steps.threeOfGuide.at(i + 3);
            from.open(i, 1, at);
            ways.open(i - LONGEST, forward.matches);
            shares.open(i - LONGEST + 1);
            leave(i, at);
            log += from.scale(i);
            share(i, forward.logs, log - logAll, ways, steps, at.match, shares);
            match[i] = floats(shares.at(i), first(i), last(i) + 1);
        }
    }

    private void leave(int i, PosteriorRows at) {
        at.enterOfRow = i + 1 < rows ? enterGuide[i + 1] : 0;
        at.skipOfRow = i + 1 < rows ? skipGuide[i + 1] : 0;
        at.tearOfRow = tearGuide[i];
        kernels.leaveForMatch(at, first(i), last(i));
        if (i == rows - 1) {
            at.beside[columns - 1 + LONGEST] += 1;
        }
        at.leaveVoiceOnly(first(i), last(i));
        kernels.leave(at, first(i), last(i));
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
