package zelvan.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

/// The dynamic programming against what others published, and against trying out every path.
class ReferenceRecursionTest {
    private static final double IMPOSSIBLE = 1e12;

    /// A matrix of costs in which nothing may be skipped, or everything at a price.
    private record Matrix(double[][] cells, double skip) implements Costs {
        @Override
        public int guideRows() {
            return cells.length;
        }

        @Override
        public int voiceRows() {
            return cells[0].length;
        }

        @Override
        public double match(int i, int j) {
            return cells[i][j];
        }

        @Override
        public double lingerOfGuide(int i) {
            return 0;
        }

        @Override
        public double lingerOfVoice(int j) {
            return 0;
        }

        @Override
        public double enterGuideOnly(int i) {
            return 0.2 * skip;
        }

        @Override
        public double enterVoiceOnly(int j) {
            return 0.3 * skip;
        }

        @Override
        public double tearVoice(int j) {
            return 0.05 * j;
        }

        @Override
        public double tearGuide(int i) {
            return 0.04 * i;
        }

        @Override
        public double skipGuide(int i) {
            return skip;
        }

        @Override
        public double skipVoice(int j) {
            return skip;
        }

        /// The third row of the voice is a wall where things may be skipped.
        @Override
        public boolean atWall(int j) {
            return skip < Costs.FORBIDDEN && (j == 1 || j == 2);
        }
    }

    private static Matrix random(Random random, int rows, int columns, double skip) {
        double[][] cells = new double[rows][columns];
        for (double[] row : cells) {
            // Costs are counted in whole units.
            Arrays.setAll(row, j -> random.nextInt(Costs.UNITS) / (double) Costs.UNITS);
        }
        return new Matrix(cells, skip);
    }

    /// The recursion as printed: H. Sakoe & S. Chiba, *Dynamic programming algorithm optimization
    /// for spoken word recognition* (1978), table I, symmetric form, P = 1/2.
    private static double sakoeChiba(double[][] d) {
        double[][] g = new double[d.length][d[0].length];
        for (int i = 0; i < d.length; i++) {
            for (int j = 0; j < d[0].length; j++) {
                double least = i == 0 && j == 0 ? 2 * d[0][0] : IMPOSSIBLE;
                if (i >= 1 && j >= 3) {
                    least =
                            Math.min(
                                    least,
                                    g[i - 1][j - 3] + 2 * d[i][j - 2] + d[i][j - 1] + d[i][j]);
                }
                if (i >= 1 && j >= 2) {
                    least = Math.min(least, g[i - 1][j - 2] + 2 * d[i][j - 1] + d[i][j]);
                }
                if (i >= 1 && j >= 1) {
                    least = Math.min(least, g[i - 1][j - 1] + 2 * d[i][j]);
                }
                if (i >= 2 && j >= 1) {
                    least = Math.min(least, g[i - 2][j - 1] + 2 * d[i - 1][j] + d[i][j]);
                }
                if (i >= 3 && j >= 1) {
                    least =
                            Math.min(
                                    least,
                                    g[i - 3][j - 1] + 2 * d[i - 2][j] + d[i - 1][j] + d[i][j]);
                }
                g[i][j] = least;
            }
        }
        return g[d.length - 1][d[0].length - 1];
    }

    /// What a path costs by the weights of that table: a cell entered by a diagonal counts twice.
    private static double costOf(WarpPath path, double[][] d) {
        double cost = 2 * d[0][0];
        for (int k = 1; k < path.length(); k++) {
            boolean diagonal =
                    path.guideRow(k) > path.guideRow(k - 1)
                            && path.voiceRow(k) > path.voiceRow(k - 1);
            cost += (diagonal ? 2 : 1) * d[path.guideRow(k)][path.voiceRow(k)];
        }
        return cost;
    }

    @RepeatedTest(40)
    void theBestPathIsThatOfThePublishedRecursion(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int rows = 4 + random.nextInt(20);
        int columns = Math.clamp(rows + random.nextInt(9) - 4, 4, 24);
        Matrix matrix = random(random, rows, columns, Costs.FORBIDDEN);
        WarpPath path = new Warping(matrix).best(Band.ofSong(rows, columns));
        assertThat(costOf(path, matrix.cells)).isCloseTo(sakoeChiba(matrix.cells), within(1e-9));
    }

    /// By hand: of two sequences in which one note is held three times as long, the held note is
    /// passed three to one, and nothing else is.
    @Test
    void aHeldNoteIsPassedThreeToOne() {
        double[] guide = {1, 5, 5, 5, 9, 2};
        double[] voice = {1, 5, 9, 2};
        double[][] d = new double[guide.length][voice.length];
        for (int i = 0; i < guide.length; i++) {
            for (int j = 0; j < voice.length; j++) {
                d[i][j] = Math.abs(guide[i] - voice[j]);
            }
        }
        WarpPath path =
                new Warping(new Matrix(d, Costs.FORBIDDEN))
                        .best(Band.ofSong(guide.length, voice.length));
        List<List<Integer>> cells = new ArrayList<>();
        for (int k = 0; k < path.length(); k++) {
            cells.add(List.of(path.guideRow(k), path.voiceRow(k)));
        }
        assertThat(cells)
                .containsExactly(
                        List.of(0, 0),
                        List.of(1, 1),
                        List.of(2, 1),
                        List.of(3, 1),
                        List.of(4, 2),
                        List.of(5, 3));
    }

    /// Every way through a small matrix, one by one.
    private static final class EveryPath {
        private final Matrix m;
        private final double[][] matched;
        private double all;

        EveryPath(Matrix m) {
            this.m = m;
            matched = new double[m.guideRows()][m.voiceRows()];
            go(0, 0, 0, Math.exp(-2 * m.match(0, 0)), List.of(new int[] {0, 0}));
            go(0, 0, 1, Math.exp(-m.skipGuide(0)), List.of());
            go(0, 0, 2, Math.exp(-m.skipVoice(0)), List.of());
        }

        private void go(int i, int j, int state, double weight, List<int[]> cells) {
            if (i == m.guideRows() - 1 && j == m.voiceRows() - 1) {
                all += weight;
                cells.forEach(c -> matched[c[0]][c[1]] += weight);
            }
            match(i, j, weight, cells, new int[][] {{1, 1}}, 2);
            if (state == 0) {
                match(i, j, weight, cells, new int[][] {{1, 1}, {1, 2}}, 2, 1);
                match(i, j, weight, cells, new int[][] {{1, 1}, {1, 2}, {1, 3}}, 2, 1, 1);
                match(i, j, weight, cells, new int[][] {{1, 1}, {2, 1}}, 2, 1);
                match(i, j, weight, cells, new int[][] {{1, 1}, {2, 1}, {3, 1}}, 2, 1, 1);
            }
            // Of two that sing alone the guide comes first.
            if (i + 1 < m.guideRows() && state != 2) {
                double enter = state == 0 ? m.enterGuideOnly(i + 1) + m.tearVoice(j) : 0;
                double price = m.atWall(j) ? 0 : enter + m.skipGuide(i + 1);
                go(i + 1, j, 1, weight * Math.exp(-price), cells);
            }
            if (j + 1 < m.voiceRows()) {
                double enter =
                        state == 0 && !m.atWall(j + 1)
                                ? m.enterVoiceOnly(j + 1) + m.tearGuide(i)
                                : 0;
                go(i, j + 1, 2, weight * Math.exp(-enter - m.skipVoice(j + 1)), cells);
            }
        }

        private void match(
                int i, int j, double weight, List<int[]> cells, int[][] steps, int... times) {
            double next = weight;
            List<int[]> more = new ArrayList<>(cells);
            for (int s = 0; s < steps.length; s++) {
                int a = i + steps[s][0];
                int b = j + steps[s][1];
                if (a >= m.guideRows() || b >= m.voiceRows()) {
                    return;
                }
                next *= Math.exp(-times[s] * m.match(a, b));
                more.add(new int[] {a, b});
            }
            int[] last = steps[steps.length - 1];
            go(i + last[0], j + last[1], 0, next, more);
        }
    }

    @RepeatedTest(12)
    void theProbabilityOfAMatchIsItsShareOfAllPaths(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Matrix matrix = random(random, 3 + random.nextInt(3), 3 + random.nextInt(3), 0.4);
        EveryPath every = new EveryPath(matrix);
        PathPosterior posterior =
                new PathPosterior(matrix, Band.ofSong(matrix.guideRows(), matrix.voiceRows()));
        for (int i = 0; i < matrix.guideRows(); i++) {
            for (int j = 0; j < matrix.voiceRows(); j++) {
                assertThat(posterior.massAround(i, j, 0.1))
                        .as("cell %d, %d", i, j)
                        .isCloseTo(every.matched[i][j] / every.all, within(1e-6));
            }
        }
    }
}
