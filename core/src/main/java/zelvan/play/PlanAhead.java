package zelvan.play;

import java.util.concurrent.locks.LockSupport;

/// Works out what is to be mixed within the next seconds, so that voices that begin a phrase
/// together do not have to be planned all at once while the output waits for their first block.
/// While nothing is played, what would be is rehearsed ([Rehearsal]).
final class PlanAhead implements Runnable {
    private static final int AHEAD_SECONDS = 2;
    private static final long PLAYING_NANOS = 20_000_000;
    private static final long IDLE_NANOS = 2_000_000_000L;

    /// What changes again and again, as under the hand, is left alone until it stands.
    private static final long STANDS_NANOS = 500_000_000;

    private final Player player;
    private final Rehearsal rehearsal;
    private Program seen = Program.SILENCE;
    private long changedNanos;

    PlanAhead(Player player) {
        this.player = player;
        this.rehearsal = new Rehearsal(player.sampleRateHertz(), player.failed());
    }

    @Override
    public void run() {
        while (!player.isClosed()) {
            if (player.playing()) {
                if (!planned()) {
                    LockSupport.parkNanos(this, PLAYING_NANOS);
                }
            } else {
                rehearse();
            }
        }
    }

    /// One piece more, or false if there is nothing to be done.
    private boolean planned() {
        return Mixer.prepare(
                player.program(),
                frame(),
                AHEAD_SECONDS * player.sampleRateHertz(),
                player.failed());
    }

    /// One block, or a rest.
    @SuppressWarnings("ReferenceEquality") // each change is another program
    private void rehearse() {
        Program next = player.program();
        long now = System.nanoTime();
        if (next != seen) {
            seen = next;
            changedNanos = now;
        }
        long missing = changedNanos + STANDS_NANOS - now;
        if (missing > 0) {
            LockSupport.parkNanos(this, missing);
        } else if (!rehearsal.step(next, frame())) {
            LockSupport.parkNanos(this, IDLE_NANOS);
        }
    }

    /// Where it is played, or would be.
    private long frame() {
        double seconds = player.positionSeconds() * player.program().slowness();
        return Math.round(seconds * player.sampleRateHertz());
    }
}
