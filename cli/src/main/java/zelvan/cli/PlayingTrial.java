package zelvan.cli;

import java.util.List;
import java.util.Locale;
import java.util.concurrent.locks.LockSupport;
import zelvan.derived.Derived;
import zelvan.engine.Listening;
import zelvan.play.Fill;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.play.Version;

/// Plays a session for the benchmark.
///
/// @param playSeconds how long
record PlayingTrial(Derived derived, double playSeconds) {
    private static final int PLAYED_RATE_HERTZ = 48_000;

    /// Plays everything to an output that keeps time, and tells how near it came to running dry.
    List<String> lines() {
        SimulatedOutput output = new SimulatedOutput(PLAYED_RATE_HERTZ);
        try (Player player = new Player(output)) {
            player.program(
                    new Listening(PLAYED_RATE_HERTZ, 1)
                            .program(derived.session(), derived, Version.LOCKED));
            player.play();
            long end = System.nanoTime() + (long) (playSeconds * 1e9);
            while (System.nanoTime() < end) {
                LockSupport.parkNanos(10_000_000);
            }
            Fill fill = player.fill();
            return List.of(
                    String.format(
                            Locale.ROOT,
                            "  playing all for %.0f s       %8d drop-outs; worst fill of the card's buffer %d of %d frames, %d of %d blocks mixed ahead",
                            playSeconds,
                            fill.dropouts(),
                            fill.leastBufferedFrames(),
                            output.bufferFrames(),
                            fill.leastQueuedBlocks(),
                            Fill.MOST_QUEUED_BLOCKS),
                    String.format(
                            Locale.ROOT,
                            "  from a change to the ear    %8.1f ms at most",
                            1000 * player.latencySeconds()));
        }
    }
}
