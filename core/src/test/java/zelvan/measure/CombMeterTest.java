package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.session.StartingPoint;
import zelvan.testing.Takes;
import zelvan.timing.Placement;
import zelvan.timing.TimingSettings;
import zelvan.units.GuideSpan;

class CombMeterTest {
    private static final int RATE = 48_000;

    private static float[] noise(long seed, int length) {
        Random random = new Random(seed);
        float[] noise = new float[length];
        for (int i = 0; i < length; i++) {
            noise[i] = (float) random.nextGaussian();
        }
        return noise;
    }

    private static float[] delayed(float[] sound, double seconds) {
        int frames = (int) (seconds * RATE);
        float[] later = new float[sound.length];
        System.arraycopy(sound, 0, later, frames, sound.length - frames);
        return later;
    }

    @Test
    void aSoundIsAsAlikeAsCanBeToItselfAndNotToAnother() {
        float[] one = noise(1, 2 * RATE);
        assertThat(CombMeter.likeness(one, one, RATE)).isGreaterThan(0.99);
        assertThat(CombMeter.likeness(one, delayed(one, 0.006), RATE)).isGreaterThan(0.7);
        assertThat(CombMeter.likeness(one, delayed(one, 0.05), RATE)).isLessThan(0.25);
        assertThat(CombMeter.likeness(one, noise(2, one.length), RATE)).isLessThan(0.25);
        assertThat(CombMeter.likeness(one, new float[one.length], RATE)).isZero();
    }

    @Test
    void twoTakesOfOneSingerAreNotTheSameTakeTwice() {
        float[] lead = Takes.LEAD.sound().channel(0);
        float[] loose = Takes.LOOSE.sound().channel(0);
        int length = Math.min(lead.length, loose.length);
        assertThat(
                        CombMeter.likeness(
                                Arrays.copyOf(lead, length), Arrays.copyOf(loose, length), RATE))
                .isLessThan(0.25);
        assertThat(CombMeter.likeness(lead, delayed(lead, 0.004), RATE)).isGreaterThan(0.8);
    }

    /// See [Hearing] for the sources.
    @Test
    void noStartingPointLetsVoicesFlamAndOpenedOnesAreHeardApart() {
        assertThat(StartingPoint.values())
                .allSatisfy(p ->
                        assertThat(TimingSettings.of(p.settings()).slackSeconds())
                                .isBetween(Hearing.FUSED_SECONDS, Hearing.FLAM_SECONDS));
        assertThat(Opening.APART_SECONDS)
                .isBetween(Hearing.NOTICEABLE_SECONDS, Hearing.FLAM_SECONDS);
    }

    @Test
    void theSlackThatOpensIsTheLeastThatDoes() {
        GuideSpan phrase = new GuideSpan(0, 10);
        List<Anchor> late =
                List.of(
                        Anchor.found(Optional.empty(), 1.030, 1, 1),
                        Anchor.found(Optional.empty(), 2.030, 2, 1),
                        Anchor.found(Optional.empty(), 3.030, 3, 1));
        Alignment voice = new Alignment(late, List.of(), List.of());
        double slack =
                Opening.slackSeconds(voice, Placement.NONE, TimingSettings.FULL, t -> 0, phrase)
                        .orElseThrow();
        assertThat(TimingSettings.FULL.withSlack(slack).moveSeconds(0.030))
                .isLessThanOrEqualTo(0.030 - Opening.APART_SECONDS + 1e-9);
        assertThat(slack).isBetween(0.0119, 0.0141);
        // What is the same as recorded cannot be opened.
        Alignment same =
                new Alignment(
                        List.of(Anchor.found(Optional.empty(), 1, 1, 1)), List.of(), List.of());
        assertThat(Opening.slackSeconds(same, Placement.NONE, TimingSettings.FULL, t -> 0, phrase))
                .isEmpty();
    }
}
