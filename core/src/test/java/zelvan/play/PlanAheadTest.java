package zelvan.play;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import org.junit.jupiter.api.Test;

/// What is heard soon is worked out before it is read.
class PlanAheadTest {
    private static final int RATE = MonoSource.RATE;

    /// A source of which every tenth of a second must be worked out before it is read.
    private static final class Planned extends MonoSource {
        private static final int PIECE_FRAMES = RATE / 10;
        private static final int PIECES = 40;
        private final AtomicIntegerArray planned = new AtomicIntegerArray(PIECES);
        private final AtomicInteger tooLate = new AtomicInteger();

        Planned() {
            super((long) PIECES * PIECE_FRAMES);
        }

        @Override
        public boolean prepare(long frame, int count) {
            long end = Math.min(planned.length(), (frame + count) / PIECE_FRAMES);
            for (long p = Math.max(0, frame / PIECE_FRAMES); p < end; p++) {
                if (planned.getAndSet((int) p, 1) == 0) {
                    return true;
                }
            }
            return false;
        }

        @Override
        public void read(int channel, long frame, float[] into, int count) {
            int piece = (int) (frame / PIECE_FRAMES);
            // What is heard first cannot be known beforehand.
            if (piece >= 5 && piece < planned.length() && planned.get(piece) == 0) {
                tooLate.incrementAndGet();
            }
        }
    }

    @Test
    void whatIsHeardSoonIsWorkedOutBefore() throws Exception {
        Planned source = new Planned();
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(
                    new Program(
                            List.of(new Program.Track("t", source, source, 1, 1)), Version.LOCKED));
            player.play();
            PlayerTest.await(() -> player.positionSeconds() > 1.5);
        }
        assertThat(source.tooLate.get()).isZero();
        assertThat(source.planned.get(30)).isEqualTo(1);
    }
}
