package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PitchPathTest {
    private static final double SWITCH = 3;
    private static final double JUMP = 7;

    /// No other way through is cheaper: all of them are tried.
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void isTheCheapestOfAllWays(long seed) {
        Random random = new Random(seed);
        double[][] hertz = new double[6][];
        double[][] cost = new double[6][];
        for (int f = 0; f < 6; f++) {
            hertz[f] = random.doubles(random.nextInt(3), 100, 400).toArray();
            cost[f] = random.doubles(hertz[f].length + 1, 0, 5).toArray();
        }
        float[] path = new PitchPath(SWITCH, JUMP).cheapest(hertz, cost);
        int[] chosen = new int[6];
        for (int f = 0; f < 6; f++) {
            chosen[f] = hertz[f].length;
            for (int c = 0; c < hertz[f].length; c++) {
                chosen[f] = (float) hertz[f][c] == path[f] ? c : chosen[f];
            }
        }
        assertThat(total(hertz, cost, chosen))
                .isLessThanOrEqualTo(least(hertz, cost, new int[6], 0) + 1e-9);
    }

    private static double least(double[][] hertz, double[][] cost, int[] states, int frame) {
        if (frame == hertz.length) {
            return total(hertz, cost, states);
        }
        double least = Double.MAX_VALUE;
        for (int s = 0; s <= hertz[frame].length; s++) {
            states[frame] = s;
            least = Math.min(least, least(hertz, cost, states, frame + 1));
        }
        return least;
    }

    private static double total(double[][] hertz, double[][] cost, int[] states) {
        double total = 0;
        for (int f = 0; f < states.length; f++) {
            total += cost[f][states[f]];
            if (f > 0) {
                boolean before = states[f - 1] < hertz[f - 1].length;
                boolean after = states[f] < hertz[f].length;
                if (before != after) {
                    total += SWITCH;
                } else if (before) {
                    double ratio = hertz[f][states[f]] / hertz[f - 1][states[f - 1]];
                    total += JUMP * Math.abs(Math.log(ratio) / Math.log(2));
                }
            }
        }
        return total;
    }
}
