package zelvan.desktop.settings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class TapTempoTest {
    @Test
    void threeTapsMakeATempoAndMoreMakeItBetter() {
        TapTempo taps = new TapTempo();
        assertThat(taps.tap(1.0, 3)).isEmpty();
        assertThat(taps.tap(1.5, 3)).isEmpty();
        assertThat(taps.tap(2.0, 3).orElseThrow().beatsPerMinuteAt(1)).isCloseTo(120, within(0.01));
        assertThat(taps.tap(2.5, 3).orElseThrow().secondsAt(1)).isCloseTo(1.5, within(1e-6));
    }

    @Test
    void whoWaitsOrGoesBackBeginsAnew() {
        TapTempo taps = new TapTempo();
        taps.tap(1.0, 3);
        taps.tap(1.5, 3);
        assertThat(taps.tap(9.0, 3)).isEmpty();
        assertThat(taps.tap(0.5, 3)).isEmpty();
        assertThat(taps.tap(0.9, 3)).isEmpty();
        assertThat(taps.tap(1.3, 3).orElseThrow().beatsPerMinuteAt(1)).isCloseTo(150, within(0.01));
    }
}
