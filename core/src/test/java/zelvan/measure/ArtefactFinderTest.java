package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.analysis.PitchTrack;
import zelvan.timing.TimeMap;

class ArtefactFinderTest {
    private static final int RATE = 48_000;
    private static final double SECONDS = 3;
    private static final double HERTZ = 200;
    private static final float[] VOICE = voice(1);
    private static final ArtefactFinder FINDER = new ArtefactFinder(VOICE, RATE, steady());

    /// Ten harmonics.
    private static float[] voice(double stretch) {
        float[] samples = new float[(int) (SECONDS * stretch * RATE)];
        for (int i = 0; i < samples.length; i++) {
            for (int h = 1; h <= 10; h++) {
                samples[i] += (float) (0.1 / h * Math.sin(2 * Math.PI * h * HERTZ * i / RATE));
            }
        }
        return samples;
    }

    private static PitchTrack steady() {
        float[] hertz = new float[(int) (SECONDS / 0.005)];
        Arrays.fill(hertz, (float) HERTZ);
        return new PitchTrack(0.005, hertz, new float[hertz.length]);
    }

    private static List<Artefact> found(float[] rendered, Artefact.Kind kind) {
        return FINDER.find(rendered, TimeMap.IDENTITY).artefacts().stream()
                .filter(a -> a.kind() == kind)
                .toList();
    }

    @Test
    void inTheSourceItselfNothingIsFound() {
        ArtefactFinder.Found found = FINDER.find(VOICE, TimeMap.IDENTITY);
        assertThat(found.artefacts()).isEmpty();
        assertThat(found.steadilyVoiced()).hasSizeGreaterThan(580).doesNotContain(false);
    }

    @Test
    void aVoiceThatIsStretchedCycleByCycleIsFine() {
        TimeMap longer =
                TimeMap.of(List.of(new TimeMap.Point(0, 0), new TimeMap.Point(SECONDS, 3.6)));
        assertThat(FINDER.find(voice(1.2), longer).artefacts()).isEmpty();
    }

    @Test
    void aVoiceThatIsSofterAsAWholeIsFine() {
        float[] softer = VOICE.clone();
        for (int i = 0; i < softer.length; i++) {
            softer[i] *= 0.5f;
        }
        assertThat(FINDER.find(softer, TimeMap.IDENTITY).artefacts()).isEmpty();
    }

    @Test
    void aJumpIsAStepAndAClick() {
        float[] jumping = VOICE.clone();
        for (int i = 72_050; i < jumping.length; i++) {
            jumping[i] = -jumping[i];
        }
        for (Artefact.Kind kind : List.of(Artefact.Kind.CLICK, Artefact.Kind.STEP)) {
            List<Artefact> found = found(jumping, kind);
            assertThat(found).as(kind.name()).hasSize(1);
            assertThat(found.getFirst().span().middleSeconds()).isCloseTo(1.501, within(0.003));
        }
    }

    @Test
    void aKinkIsAClickOnly() {
        float[] kinked = VOICE.clone();
        for (int i = -40; i <= 40; i++) {
            kinked[72_000 + i] += (float) (0.004 * (40 - Math.abs(i)));
        }
        assertThat(found(kinked, Artefact.Kind.STEP)).isEmpty();
        assertThat(found(kinked, Artefact.Kind.CLICK)).isNotEmpty();
    }

    @Test
    void whatIsSofterForAWhileIsFoundWithItsDecibels() {
        float[] dipping = VOICE.clone();
        for (int i = 48_000; i < 57_600; i++) {
            dipping[i] *= 0.5f;
        }
        List<Artefact> found = found(dipping, Artefact.Kind.LEVEL);
        assertThat(found).hasSize(1);
        assertThat(found.getFirst().decibels()).isCloseTo(-6, within(0.3));
        assertThat(found.getFirst().span().startSeconds()).isCloseTo(1, within(0.02));
        assertThat(found.getFirst().span().endSeconds()).isCloseTo(1.2, within(0.02));
    }

    @Test
    void noiseBetweenTheHarmonicsIsFlat() {
        float[] noisy = VOICE.clone();
        java.util.Random random = new java.util.Random(3);
        for (int i = 96_000; i < 110_400; i++) {
            noisy[i] += (float) (0.01 * random.nextGaussian());
        }
        List<Artefact> found = found(noisy, Artefact.Kind.FLAT);
        assertThat(found).hasSize(1);
        assertThat(found.getFirst().span().startSeconds()).isCloseTo(2, within(0.03));
        assertThat(found.getFirst().span().seconds()).isCloseTo(0.3, within(0.05));
    }
}
