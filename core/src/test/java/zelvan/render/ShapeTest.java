package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;
import zelvan.testing.Takes;
import zelvan.timing.TimeMap;
import zelvan.units.Curve;

/// What is done to a voice besides its time and pitch.
class ShapeTest {
    private static final Sound SOUND = Takes.LOOSE.sound();
    private static final int RATE = Takes.RATE_HERTZ;
    private static final Epochs EPOCHS =
            new EpochFinder().find(SOUND, Takes.LOOSE.analysis().pitch());
    private static final TimeMap SLOWER =
            TimeMap.of(List.of(new TimeMap.Point(0, 0), new TimeMap.Point(Takes.SECONDS, 13)));

    /// Down, up, a step, and silence at the end.
    private static final Curve LEVELS =
            Curve.of(
                    new double[] {1, 2, 4, 6, 6, 8, 8.5, 9},
                    new double[] {0, -12, 6, 6, -3, -3, 0, 0});

    private static float[] render(Shape shape) {
        return read(new VoiceRenderer(SOUND, EPOCHS, shape));
    }

    private static float[] read(VoiceSource voice) {
        float[] out = new float[(int) voice.frames()];
        voice.read(0, 0, out, out.length);
        return out;
    }

    /// How much louder, decibels, wherever there is something to be heard.
    private static void assertLouder(float[] plain, float[] shaped, TimeMap time, Curve levels) {
        int checked = 0;
        for (int i = 0; i < plain.length; i++) {
            if (Math.abs(plain[i]) > 1e-3) {
                double louder = 20 * Math.log10((double) shaped[i] / plain[i]);
                double wanted = levels.at(time.sourceSecondsAt((double) i / RATE));
                assertThat(louder).as("frame %d", i).isCloseTo(wanted, within(0.01));
                checked++;
            }
        }
        assertThat(checked).isGreaterThan(RATE);
    }

    @Test
    void gainFollowsItsCurve() {
        Shape asRecorded = Shape.of(TimeMap.IDENTITY);
        assertLouder(
                render(asRecorded), render(asRecorded.withGain(LEVELS)), TimeMap.IDENTITY, LEVELS);
    }

    /// It is tied to what is sung, wherever that sounds.
    @Test
    void gainGoesAlongWithTime() {
        Shape slower = Shape.of(SLOWER);
        assertLouder(render(slower), render(slower.withGain(LEVELS)), SLOWER, LEVELS);
    }

    @Test
    void whereNothingIsDoneTheRecordingPassesBitForBit() {
        float[] source = SOUND.channel(0);
        float[] out = render(Shape.of(TimeMap.IDENTITY).withGain(LEVELS));
        assertThat(Arrays.mismatch(out, 0, RATE, source, 0, RATE)).isEqualTo(-1);
        assertThat(Arrays.mismatch(out, 9 * RATE, 12 * RATE, source, 9 * RATE, 12 * RATE))
                .isEqualTo(-1);
        assertThat(Arrays.mismatch(out, source)).isNotEqualTo(-1);
        Shape none = Shape.of(TimeMap.IDENTITY);
        assertThat(none.isNone()).isTrue();
        assertThat(
                        Arrays.mismatch(
                                render(
                                        none.withHarmonics(
                                                HarmonicGains.everywhere(List.of(0.0, 0.0)))),
                                source))
                .isEqualTo(-1);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 37, 480, 4096})
    void anyBlockIsThatOfTheWhole(int size) {
        Shape shape =
                Shape.of(SLOWER)
                        .withGain(LEVELS)
                        .withFormants(Curve.constant(3, 5, 200))
                        .withHarmonics(HarmonicGains.everywhere(List.of(3.0, -3.0)));
        float[] whole = render(shape);
        VoiceRenderer voice = new VoiceRenderer(SOUND, EPOCHS, shape);
        Random random = new Random(size);
        float[] block = new float[size];
        for (int i = 0; i < 30; i++) {
            int from = random.nextInt(whole.length - size);
            voice.read(0, from, block, size);
            assertThat(Arrays.mismatch(block, Arrays.copyOfRange(whole, from, from + size)))
                    .as("block at %d", from)
                    .isEqualTo(-1);
        }
    }

    @Test
    void whatNoVoiceCanBeIsRefused() {
        Shape shape = Shape.of(TimeMap.IDENTITY);
        assertThatThrownBy(() -> shape.withGain(Curve.everywhere(25)))
                .hasMessageContaining("gainDecibels must be -120 to 24, was 25.0");
        assertThatThrownBy(() -> HarmonicGains.everywhere(List.of(19.0)))
                .hasMessageContaining("decibels must be -18 to 18, was 19.0");
    }
}
