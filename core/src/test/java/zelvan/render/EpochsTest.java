package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/// The cycles of a voice that is put together from recordings.
class EpochsTest {
    /// One voiced stretch with a cycle every 100 frames.
    private static Epochs every100(int first, int count) {
        double[] marks = IntStream.range(0, count).mapToDouble(i -> first + 100.0 * i).toArray();
        return new Epochs(
                new int[] {first - 20},
                new int[] {first + 100 * (count - 1) + 20},
                new double[][] {marks});
    }

    private static Epochs joined(int secondFirst) {
        return Epochs.joined(
                List.of(
                        new Epochs.Stretch(every100(0, 40), 0, 2050, 0),
                        new Epochs.Stretch(every100(secondFirst, 40), 2050, 4000, 0)));
    }

    @Test
    void voiceThatGoesOverIntoVoiceIsOneStretch() {
        Epochs both = joined(60);
        assertThat(both.runs()).isEqualTo(1);
        assertThat(both.marks(0)).contains(2000.0, 2060.0).isSorted();
        for (int i = 1; i < both.marks(0).length; i++) {
            assertThat(both.marks(0)[i] - both.marks(0)[i - 1]).isBetween(60.0, 160.0);
        }
    }

    /// Two epochs closer than that are of the same cycle.
    @Test
    void noCycleIsShorterThanAVoiceCanMakeIt() {
        Epochs both = joined(25);
        for (int i = 1; i < both.marks(0).length; i++) {
            assertThat(both.marks(0)[i] - both.marks(0)[i - 1]).isBetween(60.0, 160.0);
        }
    }

    @Test
    void whatIsApartStaysApart() {
        Epochs both =
                Epochs.joined(
                        List.of(
                                new Epochs.Stretch(every100(0, 40), 0, 2050, 0),
                                new Epochs.Stretch(every100(0, 40), 0, 1500, 2400)));
        assertThat(both.runs()).isEqualTo(2);
        assertThat(both.marks(1)[0]).isEqualTo(2400);
    }
}
