package zelvan.arrange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.testing.Tracks;
import zelvan.units.RecordedSpan;

/// What is done about a step of pitch where one recording goes over into another.
class SeamLeadTest {
    private static final RecordedSpan SEAM = new RecordedSpan(1.99, 2.01);

    private static SeamLead lead(double centsBefore, double centsAfter, double tunedAfter) {
        return SeamLead.of(
                List.of(SEAM),
                Tracks.voice(4, t -> t < 2 ? centsBefore : centsAfter),
                t -> t < 2 ? 0 : tunedAfter);
    }

    /// Before the seam it rises by half of the step, after it the other half is taken back.
    @Test
    void eachSideGivesWayByHalfOfTheStep() {
        SeamLead lead = lead(0, 40, 0);
        assertThat(lead.cents().at(1.99)).isCloseTo(20, within(0.1));
        assertThat(lead.cents().at(2.01)).isCloseTo(-20, within(0.1));
        assertThat(lead.cents().at(1.88)).isZero();
        assertThat(lead.cents().at(2.12)).isZero();
        assertThat(lead.cents().at(1.94)).isCloseTo(10, within(0.1));
        assertThat(lead.decibels().size()).isZero();
    }

    /// What the tuning has brought together is not moved again, and another note is no step.
    @Test
    void onlyWhatIsLeftOfAStepOfOneNoteIsLedOver() {
        assertThat(lead(0, 40, -40).cents().size()).isZero();
        assertThat(lead(0, 300, 0).cents().size()).isZero();
        assertThat(lead(0, 3, 0).cents().size()).isZero();
        assertThat(lead(0, Double.NaN, 0).cents().size()).isZero();
    }
}
