package zelvan.play;

import java.util.concurrent.locks.LockSupport;

/// Works out what is to be mixed within the next seconds, so that voices that begin a phrase
/// together do not have to be planned all at once while the output waits for their first block.
final class PlanAhead implements Runnable {
    private static final int AHEAD_SECONDS = 2;
    private static final long PLAYING_NANOS = 20_000_000;
    private static final long IDLE_NANOS = 2_000_000_000L;

    private final Player player;

    PlanAhead(Player player) {
        this.player = player;
    }

    @Override
    public void run() {
        while (!player.isClosed()) {
            boolean playing = player.playing();
            if (!playing || !planned()) {
                LockSupport.parkNanos(this, playing ? PLAYING_NANOS : IDLE_NANOS);
            }
        }
    }

    /// One piece more, or false if there is nothing to be done.
    private boolean planned() {
        Program heard = player.program();
        int rate = player.sampleRateHertz();
        long frame = Math.round(player.positionSeconds() * rate * heard.slowness());
        return Mixer.prepare(heard, frame, AHEAD_SECONDS * rate);
    }
}
