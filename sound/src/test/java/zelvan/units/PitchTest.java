package zelvan.units;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PitchTest {
    /// Equal temperament, A4 = 440 Hz (ISO 16:1975); frequencies as tabulated in the CRC Handbook
    /// of Chemistry and Physics, "Musical scales", to its two decimals (quoted from memory).
    @ParameterizedTest
    @CsvSource({
        "21, 27.50, A0",
        "60, 261.63, C4",
        "64, 329.63, E4",
        "69, 440.00, A4",
        "73, 554.37, C♯5",
        "84, 1046.50, C6"
    })
    void midiNotesHaveTheTabulatedFrequencies(int note, double hertz, String name) {
        assertThat(Pitch.hertzOfMidiNote(note)).isCloseTo(hertz, within(0.005));
        assertThat(Pitch.midiNoteOf(hertz)).isCloseTo(note, within(0.005));
        assertThat(Pitch.nameOf(hertz)).isEqualTo(name);
    }

    @Test
    void anOctaveIs1200CentsAndSharpIsPositive() {
        assertThat(Pitch.centsBetween(220, 440)).isEqualTo(1200);
        assertThat(Pitch.centsBetween(440, 220)).isEqualTo(-1200);
        assertThat(Pitch.ratio(-1200)).isEqualTo(0.5);
    }

    @Test
    void decibelsAreTwentyTimesTheLogarithm() {
        assertThat(Decibels.ofAmplitude(10)).isEqualTo(20);
        assertThat(Decibels.toAmplitude(-6)).isCloseTo(0.501187, within(1e-6));
        assertThat(Decibels.toAmplitude(Decibels.ofAmplitude(0.3))).isCloseTo(0.3, within(1e-12));
    }

    @Test
    void spansShareWhatBothContain() {
        TimeSpan a = new TimeSpan(1, 3);
        assertThat(a.sharedSeconds(new TimeSpan(2, 5))).isEqualTo(1);
        assertThat(a.sharedSeconds(new TimeSpan(4, 5))).isZero();
        assertThat(a.overlaps(new TimeSpan(3, 4))).isFalse();
        assertThat(a.contains(3)).isFalse();
        assertThat(a.widenedBy(0.5)).isEqualTo(new TimeSpan(0.5, 3.5));
    }

    @Test
    void aSpanThatEndsBeforeItStartsIsRefused() {
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> new TimeSpan(2, 1))
                .hasMessageContaining("2.0 to 1.0");
    }
}
