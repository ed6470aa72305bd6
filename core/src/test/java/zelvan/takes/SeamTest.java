package zelvan.takes;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;

/// Where one take goes over into another between two phrases.
class SeamTest {
    private static final Sound SILENCE = Sound.owning(48_000, new float[8 * 48_000]);
    private static final Laid LAID = new Laid(new VoiceAnalyser().analyse(SILENCE), SILENCE, 0);

    private static Sung ending(double endsSeconds, double breathSeconds, double nextSeconds) {
        return new Sung(LAID, 1, endsSeconds, 0, 1, breathSeconds, nextSeconds);
    }

    private static Sung beginning(
            double roomFromSeconds, double breathSeconds, double beginsSeconds) {
        return new Sung(LAID, beginsSeconds, 6, roomFromSeconds, breathSeconds, 7, 7);
    }

    @Test
    void aBreathComesWithTheLineThatItIsFor() {
        Seam seam = Seam.between(ending(3, 3.5, 4), beginning(3.1, 3.6, 4));
        assertThat(seam.fromSeconds()).isGreaterThanOrEqualTo(3.1);
        assertThat(seam.toSeconds()).isLessThanOrEqualTo(3.5);
    }

    @Test
    void whereTheBreathBeginsAtOnceTheSeamIsWithinIt() {
        Seam seam = Seam.between(ending(3, 3.05, 4), beginning(3, 3, 4));
        assertThat(seam.fromSeconds()).isGreaterThanOrEqualTo(3);
        assertThat(seam.toSeconds()).isLessThanOrEqualTo(3.05);
    }

    /// The second take is still at its line before when the first breathes for the next.
    @Test
    void nothingIsHeardOfTheLineThatIsReplaced() {
        Seam seam = Seam.between(ending(3, 3.05, 3.4), beginning(3.2, 3.5, 3.5));
        assertThat(seam.fromSeconds()).isGreaterThanOrEqualTo(3.2);
        assertThat(seam.toSeconds()).isLessThanOrEqualTo(3.4);
        Seam without = Seam.between(ending(3, 3.05, 3.4), beginning(3.5, 3.6, 3.6));
        assertThat(without.toSeconds()).isLessThanOrEqualTo(3.4);
    }

    @Test
    void whereThereIsNoRestTheFirstGivesWay() {
        Seam seam = Seam.between(ending(3.5, 3.5, 4), beginning(3, 3.2, 3.2));
        assertThat(seam.toSeconds()).isEqualTo(3.2);
    }
}
