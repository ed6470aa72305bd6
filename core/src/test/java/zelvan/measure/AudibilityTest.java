package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import zelvan.units.GuideSpan;

/// The order in which a listener hears what is off. Limits are those of [Hearing], whose sources
/// stand there; quoted from memory.
class AudibilityTest {
    private static final GuideSpan SOMEWHERE = new GuideSpan(1, 2);

    /// Hirsh 1959: 15 to 20 ms until it is heard which came first.
    @Test
    void aFlamIsJustNoticedWhereOrderIs() {
        assertThat(Audibility.ofOnset(0.017, true)).isCloseTo(1, within(1e-9));
        assertThat(Audibility.ofOnset(-0.034, true)).isCloseTo(2, within(1e-9));
    }

    /// What an editor would say of flams before late vowels, and of ends.
    @Test
    void aBurstIsHeardBeforeAVowelAndAVowelBeforeAnEnd() {
        double late = 0.04;
        assertThat(Audibility.ofOnset(late, true)).isGreaterThan(Audibility.ofOnset(late, false));
        assertThat(Audibility.ofOnset(late, false)).isGreaterThan(Audibility.ofEnd(late));
    }

    /// Moore 1973: what is short is told less finely.
    @Test
    void aPassingNoteMayBeFurtherOffThanAHeldOne() {
        assertThat(Audibility.ofPitch(30, 0.1, true))
                .isCloseTo(0.5 * Audibility.ofPitch(30, 0.5, true), within(1e-9));
        assertThat(Audibility.ofPitch(20, 1, true)).isCloseTo(1, within(1e-9));
        assertThat(Audibility.ofPitch(20, 1, false)).isLessThan(1);
    }

    @Test
    void nothingIsPlainerThanPlainest() {
        assertThat(Audibility.ofPitch(5000, 1, true)).isEqualTo(Audibility.PLAINEST);
        assertThat(Audibility.ofOnset(3, true)).isEqualTo(Audibility.PLAINEST);
    }

    /// Stevens 1955: 10 dB are half or twice as loud.
    @Test
    void tenDecibelsDownIsHalfAsPresent() {
        assertThat(Audibility.presence(-10)).isCloseTo(0.5, within(0.01));
        assertThat(Audibility.presence(12)).isEqualTo(1);
    }

    @Test
    void whatIsLouderSticksOutMoreThanWhatIsSofter() {
        assertThat(Audibility.ofLevel(6, 0)).isGreaterThan(Audibility.ofLevel(-6, 0));
        assertThat(Audibility.ofLevel(6, 4)).isEqualTo(Audibility.ofLevel(6, 1) / 2);
    }

    /// One of two voices that pauses takes 3 dB away.
    @Test
    void aPauseIsMissedMoreTheFewerGoOn() {
        assertThat(Audibility.ofPause(1)).isGreaterThan(Audibility.ofPause(8));
    }

    @Test
    void flawsSayHowMuchAndInWhichDirection() {
        assertThat(new Flaw(Flaw.Kind.CONSONANT, SOMEWHERE, 0.034, 2).words())
                .isEqualTo("consonant 34 ms late");
        assertThat(new Flaw(Flaw.Kind.PITCH, SOMEWHERE, -41.6, 2).words()).isEqualTo("42 ct flat");
        assertThat(Flaw.of(new Doubt(SOMEWHERE, Doubt.Reason.OTHER_WORDS)).words())
                .isEqualTo("other words");
    }

    @Test
    void otherWordsComeBeforeWhatIsOnlyNotSure() {
        assertThat(Flaw.of(new Doubt(SOMEWHERE, Doubt.Reason.OTHER_WORDS)).plainness())
                .isGreaterThan(Flaw.of(new Doubt(SOMEWHERE, Doubt.Reason.MATCH)).plainness());
    }
}
