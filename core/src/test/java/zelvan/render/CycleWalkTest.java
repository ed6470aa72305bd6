package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;
import zelvan.timing.TimeMap;
import zelvan.timing.TimeMap.Point;
import zelvan.tuning.PitchMap;

class CycleWalkTest {
    private static final int RATE = 48_000;
    private static final int CYCLES = 800;
    private static final double SECONDS = 12;

    /// Epochs whose periods fluctuate by a hundredth, and a pulse at each.
    private static double[] marks(double hertz) {
        Random random = new Random(5);
        double[] marks = new double[CYCLES];
        marks[0] = 1000;
        for (int i = 1; i < CYCLES; i++) {
            marks[i] = marks[i - 1] + RATE / hertz * (1 + 0.01 * random.nextGaussian());
        }
        return marks;
    }

    private static Sound pulses(double[] marks) {
        float[] samples = new float[(int) marks[CYCLES - 1] + 2000];
        for (double mark : marks) {
            for (int i = -50; i <= 50; i++) {
                samples[(int) Math.round(mark) + i] += (float) Math.exp(-0.004 * i * i);
            }
        }
        return Sound.owning(RATE, samples);
    }

    private static Epochs epochs(double[] marks) {
        return new Epochs(
                new int[] {(int) marks[0] - 50},
                new int[] {(int) marks[CYCLES - 1] + 50},
                new double[][] {marks});
    }

    private static Shape stretched(double factor, double cents) {
        TimeMap time = TimeMap.of(List.of(new Point(0, 0), new Point(SECONDS, factor * SECONDS)));
        return Shape.of(time, PitchMap.constant(0, SECONDS, cents));
    }

    private static List<CycleWalk.Cycle> walk(double hertz, Shape shape) {
        double[] marks = marks(hertz);
        TimeMap time = shape.time();
        double end = time.outputSecondsAt(marks[CYCLES - 1] / RATE) * RATE;
        return new CycleWalk(pulses(marks), epochs(marks), 0, 0, CYCLES - 1, shape)
                .between(time.outputSecondsAt(marks[0] / RATE) * RATE, end);
    }

    /// Steady pulses are alike everywhere, so a place may be off by as much as is tolerated, and
    /// not by more.
    @ParameterizedTest
    @CsvSource({
        "220, 0.7, 0",
        "220, 1.5, 0",
        "440, 0.8, 50",
        "440, 1.3, -100",
        "600, 1, 150",
        "90, 1.2, 0",
        "300, 1.1, 600",
        "300, 0.9, -500"
    })
    void noCycleSoundsFarFromWhereItIsAskedFor(double hertz, double factor, double cents) {
        double[] marks = marks(hertz);
        Shape shape = stretched(factor, cents);
        List<CycleWalk.Cycle> cycles = walk(hertz, shape);
        double ratio = Math.pow(2, cents / 1200);
        for (int i = 1; i < cycles.size(); i++) {
            CycleWalk.Cycle cycle = cycles.get(i);
            double asked = shape.time().sourceSecondsAt(cycle.output() / RATE);
            double strideSeconds = Math.max(0.009, 1 / hertz);
            assertThat(marks[cycle.epoch()] / RATE).isCloseTo(asked, within(0.006 + strideSeconds));
            // Each lasts as long as a cycle of the source, but for the pitch.
            double period = cycle.output() - cycles.get(i - 1).output();
            assertThat(period * ratio * hertz / RATE).isBetween(0.95, 1.05);
        }
        assertThat(cycles.size() / (CYCLES * factor * ratio)).isCloseTo(1, within(0.02));
    }

    /// Along a map that stretches by a tenth, most strides go on where the last one ended.
    @Test
    void stridesGoOnAsLongAsTheyMay() {
        List<CycleWalk.Cycle> cycles = walk(400, stretched(1.1, 0));
        int jumps = 0;
        for (int i = 1; i < cycles.size(); i++) {
            jumps += cycles.get(i).epoch() == cycles.get(i - 1).epoch() + 1 ? 0 : 1;
        }
        // From side to side, less half a cycle, it is 10.75 ms: used up about 19 times in the 2 s
        // that are sung.
        assertThat(jumps).isBetween(10, 28);
    }

    /// Two sounds in a row that are not alike: none is heard where the other should be.
    @Test
    void whatIsNotAlikeIsNotTakenForTheOther() {
        double[] marks = marks(400);
        float[] samples = pulses(marks).channel(0).clone();
        int border = CYCLES / 2;
        for (int i = (int) marks[border] + 60; i < samples.length; i++) {
            samples[i] = samples[i] * (i % 2 == 0 ? 1 : -1);
        }
        Shape shape = stretched(1.5, 0);
        List<CycleWalk.Cycle> cycles =
                new CycleWalk(Sound.owning(RATE, samples), epochs(marks), 0, 0, CYCLES - 1, shape)
                        .between(1500, 1.5 * marks[CYCLES - 1]);
        for (CycleWalk.Cycle cycle : cycles) {
            double asked = shape.time().sourceSecondsAt(cycle.output() / RATE) * RATE;
            boolean first = asked < marks[border] - 0.006 * RATE;
            boolean second = asked > marks[border] + 0.006 * RATE;
            assertThat(first && cycle.epoch() > border).isFalse();
            assertThat(second && cycle.epoch() < border).isFalse();
        }
    }

    @ParameterizedTest
    @ValueSource(doubles = {80, 200, 500, 1000})
    void aStrideIsSomeMillisecondsLongAndAtLeastACycle(double hertz) {
        for (CycleWalk.Cycle cycle : walk(hertz, stretched(1.2, 0))) {
            if (cycle.stride() > 1) {
                assertThat(cycle.stride() / hertz).isBetween(0.0045, 0.0095);
            } else if (cycle.stride() == 1) {
                assertThat(1 / hertz).isGreaterThan(0.0039);
            }
        }
    }
}
