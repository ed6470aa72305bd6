package zelvan.desktop.closeup.pitch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class PitchScaleTest {
    private final PitchScale scale = new PitchScale(-1200, 1200, 20, 480);

    @Test
    void highPitchesStandHighAndComeBack() {
        assertThat(scale.y(1200)).isEqualTo(20);
        assertThat(scale.y(-1200)).isEqualTo(500);
        assertThat(scale.halfTone()).isEqualTo(20);
        for (double cents = -1200; cents <= 1200; cents += 37) {
            assertThat(scale.centsAt(scale.y(cents))).isCloseTo(cents, within(1e-9));
        }
    }

    /// A4 is MIDI note 69 (MIDI 1.0 specification).
    @Test
    void halfTonesInSightAreMidiNotes() {
        assertThat(new PitchScale(-250, 320, 0, 100).notes())
                .containsExactly(67, 68, 69, 70, 71, 72);
        assertThat(PitchScale.centsOf(69)).isCloseTo(0, within(1e-9));
        assertThat(PitchScale.centsOf(60)).isCloseTo(-900, within(1e-9));
    }

    @Test
    void showsWhatIsThereButNeverLessThanSevenHalfTones() {
        PitchScale narrow = PitchScale.around(new double[] {0, 10, 20}, 0, 100);
        assertThat(narrow.highCents() - narrow.lowCents()).isCloseTo(700, within(1e-9));
        PitchScale wide = PitchScale.around(new double[] {-1000, 0, 1000}, 0, 100);
        assertThat(wide.lowCents()).isLessThan(-1000);
        assertThat(wide.highCents()).isGreaterThan(1000);
        PitchScale nothing = PitchScale.around(new double[0], 0, 100);
        assertThat(nothing.highCents()).isGreaterThan(nothing.lowCents());
    }
}
