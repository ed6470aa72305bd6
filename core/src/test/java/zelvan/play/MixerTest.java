package zelvan.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;
import zelvan.render.RawSource;
import zelvan.render.VoiceSource;

class MixerTest {
    private static final int RATE = 48_000;

    static VoiceSource constant(float value) {
        float[] samples = new float[4 * RATE];
        Arrays.fill(samples, value);
        return new RawSource(Sound.owning(RATE, samples));
    }

    static Program program(Version version) {
        return new Program(
                List.of(new Program.Track("t", constant(0.2f), constant(0.5f), 1, 0.5)), version);
    }

    private static float[] mix(Mixer mixer, Program program, long frame) {
        float[] left = new float[Mixer.BLOCK_FRAMES];
        mixer.mix(program, frame, left, new float[Mixer.BLOCK_FRAMES]);
        return left;
    }

    @Test
    void tracksAreAddedWithTheirGains() {
        Mixer mixer = new Mixer();
        Program twice =
                new Program(
                        List.of(
                                program(Version.LOCKED).tracks().getFirst(),
                                program(Version.RAW).tracks().getFirst()),
                        Version.LOCKED);
        mix(mixer, twice, 0);
        float[] left = new float[Mixer.BLOCK_FRAMES];
        float[] right = new float[Mixer.BLOCK_FRAMES];
        mixer.mix(twice, Mixer.BLOCK_FRAMES, left, right);
        for (int i = 0; i < left.length; i++) {
            assertThat(left[i]).isCloseTo(1.0f, within(1e-6f));
            assertThat(right[i]).isCloseTo(0.5f, within(1e-6f));
        }
    }

    @Test
    void rawAndLockedSwitchInPlaceWithoutAJump() {
        Mixer mixer = new Mixer();
        mix(mixer, program(Version.RAW), 0);
        mix(mixer, program(Version.RAW), Mixer.BLOCK_FRAMES);
        float[] left = mix(mixer, program(Version.LOCKED), 2L * Mixer.BLOCK_FRAMES);
        assertThat(left[0]).isCloseTo(0.2f, within(0.001f));
        assertThat(left[left.length - 1]).isCloseTo(0.5f, within(0.001f));
        for (int i = 1; i < left.length; i++) {
            assertThat(left[i] - left[i - 1]).isBetween(0f, 0.001f);
        }
    }
}
