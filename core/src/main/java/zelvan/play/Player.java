package zelvan.play;

import java.util.Optional;
import java.util.concurrent.locks.LockSupport;
import zelvan.units.TimeSpan;

/// Plays a program. Playing is pulling: each block is read from the sources at the moment it is
/// needed, so a new program is heard with the next block.
///
/// Thread safety: any thread may call it. One thread of its own reads the sources and writes to the
/// output.
public final class Player implements AutoCloseable {
    private static final double METER_FALL = 0.9;

    private final Output output;
    private final Thread thread;
    private volatile Program program = Program.SILENCE;
    private volatile Optional<TimeSpan> loop = Optional.empty();
    private volatile boolean playing;
    private volatile boolean closed;
    private volatile long requestedFrame = -1;
    private volatile long frame;
    private volatile long endFrame = Long.MAX_VALUE;
    private volatile double peakLeft;
    private volatile double peakRight;

    public Player(Output output) {
        this.output = output;
        thread = new Thread(this::run, "zelvan-player");
        thread.setDaemon(true);
        thread.setPriority(Thread.MAX_PRIORITY);
        thread.start();
    }

    /// What the output is, for people.
    public String outputName() {
        return output.name();
    }

    public int sampleRateHertz() {
        return output.sampleRateHertz();
    }

    /// What is to be heard from the next block on.
    public void program(Program next) {
        program = next;
    }

    /// Where playing stops by itself.
    public void endSeconds(double seconds) {
        endFrame = Math.round(seconds * output.sampleRateHertz());
    }

    public void play() {
        playing = true;
        LockSupport.unpark(thread);
    }

    public void stop() {
        playing = false;
    }

    public boolean playing() {
        return playing;
    }

    /// Goes on from there, playing or not.
    public void seek(double seconds) {
        long target = Math.max(0, Math.round(seconds * output.sampleRateHertz()));
        requestedFrame = target;
        if (!playing) {
            frame = target;
        }
    }

    /// Repeats a stretch, or nothing.
    public void loop(Optional<TimeSpan> span) {
        loop = span;
    }

    public Optional<TimeSpan> loop() {
        return loop;
    }

    /// What is heard at this moment, seconds.
    public double positionSeconds() {
        long waiting = playing ? output.bufferedFrames() : 0;
        return (double) Math.max(0, frame - waiting) / output.sampleRateHertz();
    }

    /// Peak of the left side lately, 1 is full scale; falls when it is quiet.
    public double peakLeft() {
        return peakLeft;
    }

    public double peakRight() {
        return peakRight;
    }

    private void run() {
        Mixer mixer = new Mixer();
        float[] left = new float[Mixer.BLOCK_FRAMES];
        float[] right = new float[Mixer.BLOCK_FRAMES];
        while (!closed) {
            if (!playing) {
                peakLeft = 0;
                peakRight = 0;
                LockSupport.park(this);
                continue;
            }
            long at = requestedFrame >= 0 ? requestedFrame : frame;
            requestedFrame = -1;
            at = looped(at);
            if (at >= endFrame) {
                playing = false;
                frame = 0;
                continue;
            }
            mixer.mix(program, at, left, right);
            frame = at + Mixer.BLOCK_FRAMES;
            peakLeft = Math.max(METER_FALL * peakLeft, peak(left));
            peakRight = Math.max(METER_FALL * peakRight, peak(right));
            output.write(left, right, Mixer.BLOCK_FRAMES);
        }
        output.close();
    }

    private long looped(long at) {
        Optional<TimeSpan> span = loop;
        if (span.isPresent()) {
            long start = Math.round(span.get().startSeconds() * output.sampleRateHertz());
            long end = Math.round(span.get().endSeconds() * output.sampleRateHertz());
            if (at >= end && at < end + 2L * Mixer.BLOCK_FRAMES && end > start) {
                return start;
            }
        }
        return at;
    }

    private static double peak(float[] block) {
        double peak = 0;
        for (float sample : block) {
            peak = Math.max(peak, Math.abs(sample));
        }
        return peak;
    }

    @Override
    public void close() {
        closed = true;
        LockSupport.unpark(thread);
    }
}
