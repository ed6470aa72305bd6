package zelvan.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

class ElasticLineTest {
    private static final double ANY_RATE = 1e6;

    private static ElasticLine line(double[] knots, double tolerance, double... stiffness) {
        ElasticLine line = new ElasticLine(knots, tolerance);
        for (int s = 0; s < stiffness.length; s++) {
            line.resist(s, stiffness[s], 1 / 3.0, 3);
        }
        return line;
    }

    /// Two springs in a row share a change in the proportion of length over stiffness.
    @Test
    void springsShareTheChange() {
        ElasticLine line = line(new double[] {0, 1, 2}, 1, 30, 10);
        line.fix(0, 0);
        line.fix(2, 0.4);
        assertThat(line.solve()).containsExactly(new double[] {0, 0.1, 0.4}, within(1e-9));
    }

    /// Against one spring fixed at its other end a pull of weight w moves the knot by `w · move /
    /// (w + k)`.
    @Test
    void aPullAndASpringFindTheirBalance() {
        ElasticLine line = line(new double[] {0, 1}, 1e6, 100);
        line.fix(0, 0);
        line.pull(1, 0.2, 0.1);
        assertThat(line.solve()[1]).isCloseTo(0.1, within(1e-9));
    }

    @Test
    void aTiedSegmentKeepsItsLengthExactly() {
        ElasticLine line = line(new double[] {0, 1, 2, 3}, 1, 5, 5, 5);
        line.tie(1);
        line.fix(0, 0);
        line.fix(3, 0.3);
        double[] moves = line.solve();
        assertThat(moves[2]).isEqualTo(moves[1]);
        assertThat(moves[1]).isCloseTo(0.15, within(1e-9));
    }

    /// The border holds though a pull asks for more; the softer neighbour takes what is left.
    @Test
    void noSegmentLeavesItsRates() {
        ElasticLine line = new ElasticLine(new double[] {0, 1, 2}, 1);
        line.resist(0, 0.001, 0.5, 2);
        line.resist(1, 100, 0.1, ANY_RATE);
        line.fix(0, 0);
        line.fix(2, -0.9);
        double[] moves = line.solve();
        assertThat(moves[1]).isCloseTo(-0.5, within(1e-4));
        assertThat(moves[2]).isEqualTo(-0.9);
    }

    /// Five pulls agree, one asks for what no rate can do: it is not followed, and the five are.
    @Test
    void aPullThatDisagreesGivesWay() {
        ElasticLine line =
                line(new double[] {0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6}, 0.02, 10, 10, 10, 10, 10, 10);
        for (int k = 1; k < 7; k++) {
            line.pull(k, k == 3 ? 0.5 : 0.05, 0.004);
        }
        assertThat(line.solve()[3]).isCloseTo(0.05, within(0.02));
        assertThat(line.solve()[2]).isCloseTo(0.05, within(0.005));
    }

    @RepeatedTest(50)
    void theOrderOfMomentsIsKept(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        double[] knots = new double[30];
        for (int k = 1; k < knots.length; k++) {
            knots[k] = knots[k - 1] + 0.01 + 0.1 * random.nextDouble();
        }
        ElasticLine line = new ElasticLine(knots, 0.02);
        for (int s = 0; s + 1 < knots.length; s++) {
            line.resist(s, Math.pow(10, 3 * random.nextDouble()), 1 / 3.0, 3);
        }
        line.fix(0, 0);
        for (int k = 1; k < knots.length; k++) {
            if (random.nextBoolean()) {
                line.pull(k, 0.2 * random.nextGaussian(), 0.001 + 0.01 * random.nextDouble());
            }
        }
        double[] moves = line.solve();
        for (int k = 1; k < knots.length; k++) {
            double before = knots[k] - knots[k - 1];
            double after = before + moves[k] - moves[k - 1];
            assertThat(after / before)
                    .as("seed %d", info.getCurrentRepetition())
                    .isBetween(0.3, 3.1);
        }
    }

    /// However long the line and however many rounds some of it takes: in the end the forces on
    /// each knot that is free to move are in balance.
    @RepeatedTest(10)
    void allForcesBalanceInTheEnd(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int count = 2000;
        double tolerance = 0.02;
        double[] knots = new double[count];
        double[] move = new double[count];
        double[] weight = new double[count];
        double[] stiffness = new double[count - 1];
        for (int k = 1; k < count; k++) {
            knots[k] = knots[k - 1] + 0.02 + 0.06 * random.nextDouble();
            stiffness[k - 1] = Math.pow(10, 0.5 + 2 * random.nextDouble());
        }
        ElasticLine line = line(knots, tolerance, stiffness);
        line.fix(0, 0);
        for (int k = 1; k < count; k++) {
            double deviation = 0.001 + 0.005 * random.nextDouble();
            boolean astray = random.nextInt(40) == 0;
            move[k] =
                    0.1 * Math.sin(0.2 * knots[k]) + (astray ? 0.2 : 0.002 * random.nextGaussian());
            weight[k] = 1 / (deviation * deviation);
            line.pull(k, move[k], deviation);
        }
        double[] moves = line.solve();
        int free = 0;
        for (int k = 1; k + 1 < count; k++) {
            if (isAtBorder(knots, moves, k - 1) || isAtBorder(knots, moves, k)) {
                continue;
            }
            double off = moves[k] - move[k];
            double share = tolerance * tolerance / (tolerance * tolerance + off * off);
            double pull = weight[k] * share * share;
            double before = stiffness[k - 1] / (knots[k] - knots[k - 1]);
            double after = stiffness[k] / (knots[k + 1] - knots[k]);
            double force =
                    pull * off
                            + before * (moves[k] - moves[k - 1])
                            + after * (moves[k] - moves[k + 1]);
            assertThat(force / (pull + before + after))
                    .as("knot %d, seed %d", k, info.getCurrentRepetition())
                    .isCloseTo(0, within(1e-4));
            free++;
        }
        assertThat(free).isGreaterThan(count / 2);
    }

    private static boolean isAtBorder(double[] knots, double[] moves, int segment) {
        double rate =
                1 + (moves[segment + 1] - moves[segment]) / (knots[segment + 1] - knots[segment]);
        return rate < 1 / 3.0 + 1e-6 || rate > 3 - 1e-6;
    }
}
