package zelvan.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;
import zelvan.render.RawSource;
import zelvan.render.VoiceSource;

class PlayerTest {
    private static final int RATE = 48_000;

    private static VoiceSource constant(float value) {
        float[] samples = new float[4 * RATE];
        Arrays.fill(samples, value);
        return new RawSource(Sound.owning(RATE, samples));
    }

    private static Program program(Version version) {
        return new Program(
                List.of(new Program.Track(constant(0.2f), constant(0.5f), 1, 0.5)), version);
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

    @Test
    void whatIsPlayedReachesTheOutputAndTheClockRuns() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(program(Version.LOCKED));
            player.seek(1);
            player.play();
            await(() -> output.writtenFrames() > RATE / 4);
            assertThat(player.positionSeconds()).isBetween(1.1, 2.5);
            player.stop();
            float[] last = output.lastLeft(1000);
            for (float sample : last) {
                assertThat(sample).isCloseTo(0.5f, within(1e-6f));
            }
        }
    }

    @Test
    void aLoopGoesBackAndTheEndStops() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(program(Version.RAW));
            player.loop(java.util.Optional.of(new zelvan.units.TimeSpan(0.5, 0.6)));
            player.seek(0.5);
            player.play();
            await(() -> output.writtenFrames() > RATE / 2);
            assertThat(player.positionSeconds()).isBetween(0.45, 0.65);
            player.loop(java.util.Optional.empty());
            player.endSeconds(0.8);
            await(() -> !player.playing());
            assertThat(player.positionSeconds()).isZero();
        }
    }

    private interface Condition {
        boolean holds();
    }

    /// The simulated card keeps real time; this waits for it, up to a limit that only a hang
    /// reaches.
    private static void await(Condition condition) throws InterruptedException {
        long end = System.nanoTime() + 20_000_000_000L;
        while (!condition.holds()) {
            assertThat(System.nanoTime()).as("waited too long").isLessThan(end);
            Thread.onSpinWait();
        }
    }
}
