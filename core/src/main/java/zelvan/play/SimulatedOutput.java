package zelvan.play;

import java.util.concurrent.locks.LockSupport;

/// Keeps time like a sound card where there is none, and remembers the last seconds that were
/// played.
public final class SimulatedOutput implements Output {
    private static final int REMEMBERED_SECONDS = 20;
    private static final int BUFFER_FRAMES = 2048;

    private final int sampleRateHertz;
    private final float[] left;
    private final float[] right;
    private long written;
    private long startNanos = System.nanoTime();
    private long startFrame;

    public SimulatedOutput(int sampleRateHertz) {
        this.sampleRateHertz = sampleRateHertz;
        left = new float[REMEMBERED_SECONDS * sampleRateHertz];
        right = new float[left.length];
    }

    @Override
    public String name() {
        return "simulated";
    }

    @Override
    public int sampleRateHertz() {
        return sampleRateHertz;
    }

    @Override
    public int bufferFrames() {
        return BUFFER_FRAMES;
    }

    @Override
    public synchronized int bufferedFrames() {
        return (int) Math.clamp(aheadFrames(), 0, BUFFER_FRAMES);
    }

    private synchronized long waitFrames() {
        return aheadFrames() - BUFFER_FRAMES;
    }

    private long aheadFrames() {
        return written - startFrame - elapsedFrames();
    }

    private long elapsedFrames() {
        return (long) ((System.nanoTime() - startNanos) * 1e-9 * sampleRateHertz);
    }

    @Override
    public void write(float[] newLeft, float[] newRight, int count) {
        synchronized (this) {
            for (int i = 0; i < count; i++) {
                int at = (int) ((written + i) % left.length);
                left[at] = newLeft[i];
                right[at] = newRight[i];
            }
            written += count;
            if (aheadFrames() < 0) {
                startFrame = written;
                startNanos = System.nanoTime();
            }
        }
        // Somebody may wake the thread before its time.
        for (long wait = waitFrames(); wait > 0; wait = waitFrames()) {
            LockSupport.parkNanos((long) (wait * 1e9 / sampleRateHertz));
        }
    }

    /// The last samples of the left side, the newest last.
    ///
    /// @param count at most 20 seconds of them
    public synchronized float[] lastLeft(int count) {
        float[] last = new float[(int) Math.min(count, written)];
        for (int i = 0; i < last.length; i++) {
            last[i] = left[(int) ((written - last.length + i) % left.length)];
        }
        return last;
    }

    /// How many frames were played in all.
    public synchronized long writtenFrames() {
        return written;
    }

    @Override
    public synchronized void flush() {
        startFrame = written;
        startNanos = System.nanoTime();
    }

    @Override
    public void close() {}
}
