package zelvan.align;

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

    private static final int STATES = 3;
    private static final int MATCH = Warping.MATCH;
    private static final int GUIDE_ONLY = Warping.GUIDE_ONLY;
    private static final int VOICE_ONLY = Warping.VOICE_ONLY;

    private final Warping warping;
    private final Band band;
    private final int rows;
    private final int columns;

    /// Weight of a cell: `exp(−cost / temperature)`.
    private final float[][] weight;

    /// Posterior of the match, by row and by column from the band's lower border.
    private final float[][] match;

    /// Whether any path is possible; held pairs can leave none.
    private boolean known;

    PathPosterior(Warping warping, Band band) {
        this.warping = warping;
        this.band = band;
        rows = warping.guideRows();
        columns = warping.voiceRows();
        weight = new float[rows][];
        for (int i = 0; i < rows; i++) {
            weight[i] = new float[band.high()[i] - band.low()[i] + 1];
            for (int k = 0; k < weight[i].length; k++) {
                weight[i][k] = (float) soft(warping.cost(i, band.low()[i] + k));
            }
        }
        match = new float[rows][];
        solve();
    }

    private static double soft(double cost) {
        return Math.exp(-cost / TEMPERATURE);
    }

    private double w(int i, int j) {
        if (i < 0 || i >= rows) {
            return 0;
        }
        int k = j - band.low()[i];
        return k >= 0 && k < weight[i].length ? weight[i][k] : 0;
    }

    /// Sums of one row, scaled by `exp(−log)`.
    private final class Sums {
        final int low;
        final double[][] sums;
        double log;

        Sums(int row) {
            low = band.low()[row];
            sums = new double[STATES][band.high()[row] - low + 1];
        }

        double at(int state, int j) {
            int k = j - low;
            return k >= 0 && k < sums[state].length ? sums[state][k] : 0;
        }

        void scale() {
            double most = 0;
            for (double[] s : sums) {
                for (double v : s) {
                    most = Math.max(most, v);
                }
            }
            if (most > 0) {
                for (double[] s : sums) {
                    for (int k = 0; k < s.length; k++) {
                        s[k] /= most;
                    }
                }
                log += Math.log(most);
            }
        }
    }

    private void solve() {
        Sums[] forward = new Sums[rows];
        for (int i = 0; i < rows; i++) {
            forward[i] = forward(i, forward);
        }
        Sums end = forward[rows - 1];
        double all = 0;
        for (int s = 0; s < STATES; s++) {
            all += end.at(s, columns - 1);
        }
        known = all > 0;
        double logAll = Math.log(all) + end.log;
        for (int i = 0; i < rows; i++) {
            match[i] = new float[weight[i].length];
        }
        if (!known) {
            return;
        }
        Sums[] after = new Sums[4];
        for (int i = rows - 1; i >= 0; i--) {
            Sums now = backward(i, after);
            share(i, forward, now, logAll);
            after[3] = after[2];
            after[2] = after[1];
            after[1] = now;
        }
    }

    /// Gives each cell its part of all paths that end a match there, and the cells that a longer
    /// step passes theirs.
    private void share(int i, Sums[] forward, Sums now, double logAll) {
        Sums f = forward[i];
        double scale = Math.exp(f.log + now.log - logAll);
        Sums one = i > 0 ? forward[i - 1] : null;
        Sums two = i > 1 ? forward[i - 2] : null;
        Sums three = i > 2 ? forward[i - 3] : null;
        double oneScale = one != null ? Math.exp(one.log + now.log - logAll) : 0;
        double twoScale = two != null ? Math.exp(two.log + now.log - logAll) : 0;
        double threeScale = three != null ? Math.exp(three.log + now.log - logAll) : 0;
        for (int k = 0; k < f.sums[MATCH].length; k++) {
            double b = now.sums[MATCH][k];
            if (b == 0) {
                continue;
            }
            int j = f.low + k;
            add(i, j, f.sums[MATCH][k] * b * scale);
            double w = w(i, j);
            double linger = soft(warping.linger(i, j));
            double g1 = w(i - 1, j);
            if (two != null) {
                add(i - 1, j, two.at(MATCH, j - 1) * g1 * g1 * w * linger * b * twoScale);
            }
            if (three != null) {
                double g2 = w(i - 2, j);
                double p =
                        three.at(MATCH, j - 1)
                                * g2
                                * g2
                                * g1
                                * w
                                * linger
                                * linger
                                * b
                                * threeScale;
                add(i - 1, j, p);
                add(i - 2, j, p);
            }
            if (one != null) {
                double v1 = w(i, j - 1);
                double v2 = w(i, j - 2);
                double p2 = one.at(MATCH, j - 2) * v1 * v1 * w * linger * b * oneScale;
                double p3 =
                        one.at(MATCH, j - 3) * v2 * v2 * v1 * w * linger * linger * b * oneScale;
                add(i, j - 1, p2 + p3);
                add(i, j - 2, p3);
            }
        }
    }

    private void add(int i, int j, double probability) {
        int k = j - band.low()[i];
        if (k >= 0 && k < match[i].length) {
            match[i][k] += (float) probability;
        }
    }

    private Sums forward(int i, Sums[] before) {
        Sums now = new Sums(i);
        Sums one = i > 0 ? before[i - 1] : null;
        Sums two = i > 1 ? before[i - 2] : null;
        Sums three = i > 2 ? before[i - 3] : null;
        now.log = one != null ? one.log : 0;
        double twoScale = two != null ? Math.exp(two.log - now.log) : 0;
        double threeScale = three != null ? Math.exp(three.log - now.log) : 0;
        double skipI = soft(warping.skipGuide(i));
        double enterI = soft(warping.enterGuideOnly(i));
        for (int k = 0; k < now.sums[MATCH].length; k++) {
            int j = now.low + k;
            double w = w(i, j);
            double linger = soft(warping.linger(i, j));
            double m = i == 0 && j == 0 ? w * w : 0;
            double g = i == 0 && j == 0 ? 1 : 0;
            if (one != null) {
                m +=
                        (one.at(MATCH, j - 1)
                                        + one.at(GUIDE_ONLY, j - 1)
                                        + one.at(VOICE_ONLY, j - 1))
                                * w
                                * w;
                double v1 = w(i, j - 1);
                double v2 = w(i, j - 2);
                m += one.at(MATCH, j - 2) * v1 * v1 * w * linger;
                m += one.at(MATCH, j - 3) * v2 * v2 * v1 * w * linger * linger;
                g += one.at(MATCH, j) * enterI + one.at(GUIDE_ONLY, j);
            }
            double g1 = w(i - 1, j);
            if (two != null) {
                m += two.at(MATCH, j - 1) * twoScale * g1 * g1 * w * linger;
            }
            if (three != null) {
                double g2 = w(i - 2, j);
                m += three.at(MATCH, j - 1) * threeScale * g2 * g2 * g1 * w * linger * linger;
            }
            now.sums[MATCH][k] = m;
            now.sums[GUIDE_ONLY][k] = g * skipI;
            double v = i == 0 && j == 0 ? 1 : 0;
            if (k > 0) {
                v +=
                        now.sums[MATCH][k - 1] * soft(warping.enterVoiceOnly(j))
                                + now.sums[VOICE_ONLY][k - 1]
                                + now.sums[GUIDE_ONLY][k - 1];
            }
            now.sums[VOICE_ONLY][k] = v * soft(warping.skipVoice(j));
        }
        now.scale();
        return now;
    }

    /// Sums of all that can follow each state.
    private Sums backward(int i, Sums[] after) {
        Sums now = new Sums(i);
        Sums one = after[1];
        Sums two = after[2];
        Sums three = after[3];
        now.log = one != null ? one.log : 0;
        double twoScale = two != null ? Math.exp(two.log - now.log) : 0;
        double threeScale = three != null ? Math.exp(three.log - now.log) : 0;
        double skipNext = i + 1 < rows ? soft(warping.skipGuide(i + 1)) : 0;
        double enterNext = i + 1 < rows ? soft(warping.enterGuideOnly(i + 1)) : 0;
        for (int k = now.sums[MATCH].length - 1; k >= 0; k--) {
            int j = now.low + k;
            boolean last = i == rows - 1 && j == columns - 1;
            double m = last ? 1 : 0;
            double g = last ? 1 : 0;
            double v = last ? 1 : 0;
            if (one != null) {
                double w1 = w(i + 1, j + 1);
                double straight = one.at(MATCH, j + 1) * w1 * w1;
                m += straight;
                g += straight;
                v += straight;
                double wv2 = w(i + 1, j + 2);
                double l2 = j + 2 < columns ? soft(warping.linger(i + 1, j + 2)) : 0;
                m += one.at(MATCH, j + 2) * w1 * w1 * wv2 * l2;
                double l3 = j + 3 < columns ? soft(warping.linger(i + 1, j + 3)) : 0;
                m += one.at(MATCH, j + 3) * w1 * w1 * wv2 * w(i + 1, j + 3) * l3 * l3;
                double skip = one.at(GUIDE_ONLY, j) * skipNext;
                m += skip * enterNext;
                g += skip;
            }
            double near = w(i + 1, j + 1);
            if (two != null && j + 1 < columns) {
                double l = soft(warping.linger(i + 2, j + 1));
                m += two.at(MATCH, j + 1) * twoScale * near * near * w(i + 2, j + 1) * l;
            }
            if (three != null && j + 1 < columns) {
                double l = soft(warping.linger(i + 3, j + 1));
                m +=
                        three.at(MATCH, j + 1)
                                * threeScale
                                * near
                                * near
                                * w(i + 2, j + 1)
                                * w(i + 3, j + 1)
                                * l
                                * l;
            }
            if (k + 1 < now.sums[MATCH].length) {
                double skip = now.sums[VOICE_ONLY][k + 1] * soft(warping.skipVoice(j + 1));
                m += skip * soft(warping.enterVoiceOnly(j + 1));
                g += skip;
                v += skip;
            }
            now.sums[MATCH][k] = m;
            now.sums[GUIDE_ONLY][k] = g;
            now.sums[VOICE_ONLY][k] = v;
        }
        now.scale();
        return now;
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
        for (int k = 0; k < match[guideRow].length; k++) {
            if (Math.abs(low + k - voiceRow) <= radius) {
                mass += match[guideRow][k];
            }
        }
        return mass;
    }
}
