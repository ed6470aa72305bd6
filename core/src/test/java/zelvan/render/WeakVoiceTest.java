package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.audio.Sound;
import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;

/// A voice of 240 Hz that was heard, and half a second later something of 60 ms that was not.
class WeakVoiceTest {
    private static final int RATE = 48_000;
    private static final double PERIOD = RATE / 240.0;
    private static final int VOICED_FRAMES = 12_000;
    private static final int FROM = 36_000;
    private static final int TO = FROM + 2_880;
    private static final int FRAMES = 48_000;

    private static void add(float[] samples, int from, int to, double period, double gain) {
        for (int i = from; i < to; i++) {
            double edge = Math.min(1, Math.min(i - from, to - i) / 240.0);
            for (int h = 1; h <= 6; h++) {
                samples[i] +=
                        (float) (edge * gain / h * Math.sin(2 * Math.PI * h * (i - from) / period));
            }
        }
    }

    /// All of it, in noise 60 dB below.
    private static float[] sound() {
        float[] samples = new float[FRAMES];
        Random random = new Random(3);
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) (1e-4 * random.nextGaussian());
        }
        add(samples, 0, VOICED_FRAMES, PERIOD, 0.2);
        return samples;
    }

    private static Epochs heard() {
        int count = (int) (VOICED_FRAMES / PERIOD);
        double[] marks = IntStream.range(0, count).mapToDouble(k -> k * PERIOD).toArray();
        return new Epochs(new int[] {0}, new int[] {VOICED_FRAMES}, new double[][] {marks});
    }

    private static Epochs added(float[] samples) {
        Sound sound = Sound.owning(RATE, samples);
        return WeakVoice.added(heard(), new CycleSearch(sound), sound);
    }

    /// Soft at about the pitch of the voice, louder at any.
    @ParameterizedTest
    @CsvSource({"240, 0.2", "260, 0.02", "190, 0.02", "110, 0.1", "330, 0.1"})
    void voiceInWhichNoPitchWasHeardIsFound(double hertz, double gain) {
        float[] samples = sound();
        double period = RATE / hertz;
        add(samples, FROM, TO, period, gain);
        Epochs epochs = added(samples);
        assertThat(epochs.runs()).isEqualTo(2);
        assertThat(epochs.marks(0)).isEqualTo(heard().marks(0));
        double[] marks = epochs.marks(1);
        assertThat(marks[0]).isBetween(FROM - period, FROM + 2 * period);
        assertThat(marks[marks.length - 1]).isBetween(TO - 3 * period, TO + period);
        for (int k = 2; k < marks.length - 1; k++) {
            assertThat(marks[k] - marks[k - 1]).isCloseTo(period, within(0.04 * period));
        }
    }

    @Test
    void whatIsTooSoftOrTooShortOrHissesIsNoVoice() {
        float[] soft = sound();
        add(soft, FROM, TO, PERIOD, 0.001);
        assertThat(added(soft).runs()).isEqualTo(1);
        float[] brief = sound();
        add(brief, FROM, FROM + 600, PERIOD, 0.2);
        assertThat(added(brief).runs()).isEqualTo(1);
        float[] hiss = sound();
        Random random = new Random(4);
        for (int i = FROM; i < TO; i++) {
            hiss[i] += (float) (0.1 * random.nextGaussian());
        }
        assertThat(added(hiss).runs()).isEqualTo(1);
        assertThat(added(sound()).runs()).isEqualTo(1);
    }

    /// As when a resonance goes on after the voice has ended.
    @Test
    void whatIsSoftAndAnOctaveAwayIsNoVoice() {
        float[] ringing = sound();
        add(ringing, FROM, TO, 2.1 * PERIOD, 0.02);
        assertThat(added(ringing).runs()).isEqualTo(1);
    }

    /// Three hundred cents up, as everything around it.
    @Test
    void whatIsFoundIsMovedWithTheRest() {
        float[] samples = sound();
        add(samples, FROM, TO, PERIOD, 0.05);
        VoiceRenderer moved =
                new VoiceRenderer(
                        Sound.owning(RATE, samples),
                        added(samples),
                        Shape.of(TimeMap.IDENTITY, PitchMap.constant(0, 1, 300)));
        float[] heard = new float[FRAMES];
        moved.read(0, 0, heard, FRAMES);
        double wanted = PERIOD / Math.pow(2, 300.0 / 1200);
        assertThat(alike(heard, wanted)).isGreaterThan(0.95);
        assertThat(alike(heard, PERIOD)).isLessThan(0.8);
    }

    /// Normalised correlation of the middle of what was not heard with what comes so much later.
    private static double alike(float[] samples, double period) {
        int lag = (int) Math.round(period);
        double both = 0;
        double one = 0;
        double other = 0;
        for (int i = FROM + 700; i < TO - 900; i++) {
            both += samples[i] * samples[i + lag];
            one += samples[i] * samples[i];
            other += samples[i + lag] * samples[i + lag];
        }
        return both / Math.sqrt(one * other);
    }
}
