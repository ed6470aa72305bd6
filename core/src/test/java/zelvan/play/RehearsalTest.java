package zelvan.play;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import zelvan.render.VoiceSource;

class RehearsalTest {
    private static final int RATE = MonoSource.RATE;
    private static final long BLOCK_NANOS = 20_000_000;

    private final AtomicLong firstFrame = new AtomicLong(-1);
    private final AtomicLong lastFrame = new AtomicLong(-1);

    /// A voice that tells what was read of it.
    private final class Told extends MonoSource {
        private final long readNanos;

        Told(long readNanos) {
            super(60L * RATE);
            this.readNanos = readNanos;
        }

        @Override
        public void read(int channel, long frame, float[] into, int count) {
            Arrays.fill(into, 0, count, 0);
            for (long end = System.nanoTime() + readNanos; System.nanoTime() < end; ) {
                Thread.onSpinWait();
            }
            firstFrame.compareAndSet(-1, frame);
            lastFrame.set(frame);
        }
    }

    private Program voice(long readNanos) {
        VoiceSource source = new Told(readNanos);
        return new Program(List.of(new Program.Track("t", source, source, 1, 1)), Version.LOCKED);
    }

    @Test
    void whatStandsIsMixedFromWherePlayingWouldBeginAndNobodyHearsIt() {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.seek(2);
            player.program(voice(0));
            for (int i = 0; i < 500 && lastFrame.get() < 4L * RATE; i++) {
                LockSupport.parkNanos(10_000_000);
            }
            assertThat(firstFrame.get()).isEqualTo(2L * RATE);
            assertThat(lastFrame.get()).isGreaterThanOrEqualTo(4L * RATE);
            assertThat(player.playing()).isFalse();
            assertThat(player.positionSeconds()).isEqualTo(2);
            assertThat(output.writtenFrames()).isZero();
        }
    }

    @Test
    void whatIsEasyEndsSoonAndLeavesTimeForWhatIsNot() {
        Rehearsal rehearsal = new Rehearsal(RATE, new FailedTracks());
        assertThat(blocks(rehearsal, voice(0))).isEqualTo(30 * RATE / Mixer.BLOCK_FRAMES + 1);
        long hard = blocks(rehearsal, voice(BLOCK_NANOS));
        assertThat(hard).isBetween(20L, 100L);
        assertThat(blocks(rehearsal, voice(BLOCK_NANOS))).isZero();
        assertThat(blocks(rehearsal, voice(0))).isZero();
    }

    @Test
    void whereNothingIsToBeHeardNothingIsDone() {
        assertThat(blocks(new Rehearsal(RATE, new FailedTracks()), Program.SILENCE)).isZero();
    }

    private static long blocks(Rehearsal rehearsal, Program program) {
        long blocks = 0;
        while (rehearsal.step(program, 0)) {
            blocks++;
        }
        return blocks;
    }
}
