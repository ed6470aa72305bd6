package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.units.RecordedSpan;

/// A voice at 200 Hz for a second, with candidates that are known exactly.
class OctaveDoubtsTest {
    private static final double STEP = 0.01;
    private static final int STEPS = 100;
    private static final double PLAIN = 0.05;

    private final float[] path = new float[STEPS];
    private final double[][] hertz = new double[STEPS][];
    private final double[][] unlike = new double[STEPS][];
    private final double[] context = new double[STEPS];

    OctaveDoubtsTest() {
        Arrays.fill(path, 200);
        Arrays.fill(context, 200);
        for (int k = 0; k < STEPS; k++) {
            hertz[k] = new double[] {200, 400, 100, 300};
            unlike[k] = new double[] {PLAIN, 0.5, PLAIN, 0.5};
        }
    }

    private List<RecordedSpan> doubts() {
        PeriodSearch.Found[] steps = new PeriodSearch.Found[STEPS];
        for (int k = 0; k < STEPS; k++) {
            steps[k] = PeriodSearch.Found.of(hertz[k], unlike[k], unlike[k]);
        }
        return OctaveDoubts.find(path, steps, context, STEP);
    }

    private void from(int first, int last, int candidate, double unlikeness) {
        for (int k = first; k <= last; k++) {
            unlike[k][candidate] = unlikeness;
        }
    }

    /// Twice the period is as much alike, which is no doubt.
    @Test
    void plainVoiceIsSure() {
        assertThat(doubts()).isEmpty();
    }

    /// Half the period, or twice, is far more alike than the one that was chosen.
    @ParameterizedTest
    @CsvSource({"1, 0.001", "2, 0.001"})
    void anotherOctaveThatIsLikelierIsDoubted(int candidate, double unlikeness) {
        from(30, 44, 0, 0.3);
        from(30, 44, candidate, unlikeness);
        assertThat(doubts()).hasSize(1);
        assertThat(doubts().getFirst().startSeconds()).isCloseTo(0.3, within(1e-9));
        assertThat(doubts().getFirst().endSeconds()).isCloseTo(0.45, within(1e-9));
    }

    /// A twelfth is not an octave.
    @Test
    void anotherPitchThatIsLikelierIsNoMatterOfOctaves() {
        from(30, 44, 0, 0.3);
        from(30, 44, 2, 0.5);
        from(30, 44, 3, 0.001);
        assertThat(doubts()).isEmpty();
    }

    @Test
    void momentIsNoDoubtAndSeveralCloseByAreOne() {
        from(30, 33, 0, 0.4);
        from(30, 33, 1, 0.001);
        assertThat(doubts()).isEmpty();
        from(40, 43, 0, 0.4);
        from(40, 43, 1, 0.001);
        assertThat(doubts()).hasSize(1);
        assertThat(doubts().getFirst().endSeconds()).isCloseTo(0.44, within(1e-9));
        from(60, 66, 0, 0.4);
        from(60, 66, 1, 0.001);
        assertThat(doubts()).hasSize(2);
    }

    @Test
    void voiceFarFromWhatIsSungNearbyIsDoubtedToItsEnd() {
        Arrays.fill(context, 90, STEPS, 100);
        assertThat(doubts()).hasSize(1);
        assertThat(doubts().getFirst().endSeconds()).isCloseTo(1, within(1e-9));
        // A fifth away is a melody.
        Arrays.fill(context, 90, STEPS, 133);
        assertThat(doubts()).isEmpty();
        // Where nothing is surely heard, there is nothing to compare with.
        Arrays.fill(context, Double.NaN);
        assertThat(doubts()).isEmpty();
    }

    @Test
    void whereThereIsNoPitchThereIsNoDoubt() {
        Arrays.fill(path, Float.NaN);
        from(0, 99, 1, 0.001);
        assertThat(doubts()).isEmpty();
    }
}
