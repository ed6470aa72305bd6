package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

class GrainTest {
    private static final Offset<Double> EXACT = within(1e-9);

    /// Three epochs of the source, made longer.
    private static Grain bent() {
        return Grain.bent(
                new double[] {100.5, 210.25, 330}, new double[] {50, 150, 250.5}, 1, 1, 0, 0);
    }

    @Test
    void everyEpochSoundsInItsPlace() {
        Grain grain = bent();
        assertThat(grain.output()).isEqualTo(210.25);
        assertThat(grain.source()).isEqualTo(150);
        assertThat(grain.begin()).isEqualTo(101);
        assertThat(grain.end()).isEqualTo(330);
        double[] places = places(grain);
        assertThat(places).hasSize(330 - 101);
        assertThat(places[0]).isCloseTo(50 + 0.5 / 109.75 * 100, EXACT);
        assertThat(places[210 - 101]).isCloseTo(150 - 0.25 / 109.75 * 100, EXACT);
        assertThat(places[211 - 101]).isCloseTo(150 + 0.75 / 119.75 * 100.5, EXACT);
        assertThat(places[329 - 101]).isCloseTo(250.5 - 100.5 / 119.75, EXACT);
    }

    @Test
    void whereOneGoesOnFromTheOtherBothReadTheSame() {
        Grain before =
                Grain.bent(new double[] {0, 90, 200}, new double[] {0, 100, 200}, 1, 1, 0, 0);
        Grain after =
                Grain.bent(new double[] {90, 200, 310}, new double[] {100, 200, 300}, 1, 1, 0, 0);
        assertThat(before.halves().getLast()).isEqualTo(after.halves().getFirst());
    }

    @Test
    void fadesOfNeighboursAddUpToOne() {
        Grain before =
                Grain.bent(new double[] {0, 90, 200.5}, new double[] {0, 100, 200}, 1, 1, 0, 0);
        Grain after =
                Grain.bent(new double[] {90, 200.5, 310}, new double[] {100, 200, 300}, 1, 1, 0, 0);
        float[] out = ones(110);
        float[] in = ones(110);
        GrainWindow.apply(before, 90, out);
        GrainWindow.apply(after, 90, in);
        for (int i = 0; i < 110; i++) {
            assertThat(out[i] + in[i]).isCloseTo(1, within(1e-5f));
        }
    }

    @Test
    void cutGrainsRunAtTheirOwnSpeed() {
        Grain grain = Grain.cut(500, 300.25, 80, 60, 0.5f, 0, 1200);
        assertThat(grain.fadeIn()).isEqualTo(40);
        assertThat(grain.fadeOut()).isEqualTo(30);
        double[] places = places(grain);
        assertThat(places).hasSize(70);
        assertThat(places[0]).isCloseTo(220.25, EXACT);
        assertThat(places[40]).isCloseTo(300.25, EXACT);
        float[] window = ones(70);
        GrainWindow.apply(grain, 460, window);
        assertThat(window[40]).isEqualTo(0.5f);
        assertThat(window[0]).isCloseTo(0, within(1e-5f));
    }

    /// Where in the source its frames lie.
    private static double[] places(Grain grain) {
        return grain.halves().stream()
                .flatMap(half -> half.lines().stream())
                .flatMapToDouble(line ->
                        IntStream.range(0, line.frames())
                                .mapToDouble(i -> line.place() + i * line.step()))
                .toArray();
    }

    private static float[] ones(int count) {
        float[] ones = new float[count];
        Arrays.fill(ones, 1);
        return ones;
    }
}
