package zelvan.play;

import java.util.Optional;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.units.SongSpan;

/// Plays a program.
///
/// How it works: one thread mixes a few blocks ahead, another hands them to the output and does
/// nothing else; a third works out what is to be mixed soon ([PlanAhead]). When something changes,
/// what was mixed ahead is taken back but for two blocks and mixed anew, so a new program is heard
/// after [#latencySeconds]. Where the output is lost, a simulated one keeps time until there is one
/// again.
///
/// Thread safety: any thread may call it.
public final class Player implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Player.class);
    private static final int SCRUB_BLOCKS = 6;
    private static final int SCRUB_AHEAD_BLOCKS = 2;

    /// Long enough to be heard as a note and not as a buzz.
    private static final int HELD_BLOCKS = 20;

    private static final long SHORT_NANOS = 500_000;
    private static final long AGAIN_NANOS = 2_000_000_000L;
    private static final long STUCK_NANOS = 2_000_000_000L;
    private static final long ANEW_NANOS = 200_000_000L;

    private final Supplier<Optional<Output>> again;
    private final int rate;
    private final MixQueue queue = new MixQueue();
    private final Thread mixing;
    private final Thread planning;
    private final Thread sounding;
    private final Fill fill = new Fill();
    private final FailedTracks failed = new FailedTracks();
    private final Peaks peaks = new Peaks();
    private final Place place = new Place();
    private volatile Output output;
    private volatile boolean standIn;
    private volatile Program program = Program.SILENCE;
    private volatile Optional<SongSpan> loop = Optional.empty();
    private volatile boolean playing;
    private volatile boolean closed;
    private volatile int change;
    private volatile double endSeconds = Double.MAX_VALUE;
    private volatile long lastWriteNanos;

    /// Plays to one output, whatever becomes of it.
    public Player(Output output) {
        this(output, false, Optional::empty);
    }

    /// @param output where to begin
    /// @param standIn whether that only stands in for an output that is not there
    /// @param again looks for the real output; asked from time to time while there is none
    public Player(Output output, boolean standIn, Supplier<Optional<Output>> again) {
        this.output = output;
        this.standIn = standIn;
        this.again = again;
        this.rate = output.sampleRateHertz();
        mixing = daemon(this::mixAhead, "zelvan-mix");
        sounding = daemon(this::sound, "zelvan-sound");
        planning = daemon(() -> new PlanAhead(this).run(), "zelvan-plan");
    }

    /// A thread whose work begins anew where a fault of the program ends it.
    private Thread daemon(Runnable work, String name) {
        Thread thread =
                new Thread(
                        () -> {
                            while (!closed) {
                                try {
                                    work.run();
                                } catch (RuntimeException e) {
                                    LOG.error("{} begins anew", name, e);
                                    playing = false;
                                    LockSupport.parkNanos(this, ANEW_NANOS);
                                }
                            }
                        },
                        name);
        thread.setDaemon(true);
        thread.setPriority(Thread.MAX_PRIORITY);
        thread.start();
        return thread;
    }

    /// What the output is, for people.
    public String outputName() {
        return output.name();
    }

    /// Whether the output only stands in for one that is not there.
    public boolean standsIn() {
        return standIn;
    }

    public int sampleRateHertz() {
        return rate;
    }

    /// How long it takes until a change is heard, at most: two blocks that are not taken back, and
    /// the output's own buffer.
    public double latencySeconds() {
        return (2.0 * Mixer.BLOCK_FRAMES + output.bufferFrames()) / rate;
    }

    /// How near the output came to running dry since playing began.
    public Fill fill() {
        return fill;
    }

    /// Says who is told, on any thread, of a track that cannot be played and is silent.
    ///
    /// @param told receives the track's id and what went wrong
    public void onFailure(BiConsumer<String, RuntimeException> told) {
        failed.tell(told);
    }

    FailedTracks failed() {
        return failed;
    }

    boolean isClosed() {
        return closed;
    }

    Program program() {
        return program;
    }

    /// What is to be heard from now on.
    public void program(Program next) {
        program = next;
        changed();
    }

    /// How many times as slow as sung what is heard is; 2 at half speed.
    public double slowness() {
        return program.slowness();
    }

    /// Where playing stops by itself, seconds of the song.
    public void endSeconds(double end) {
        endSeconds = end;
    }

    public void play() {
        fill.begin();
        lastWriteNanos = System.nanoTime();
        playing = true;
        wake();
    }

    public void stop() {
        playing = false;
        wake();
    }

    public boolean playing() {
        return playing;
    }

    /// Goes on from there, playing or not.
    public void seek(double toSeconds) {
        place.ask(toSeconds);
        changed();
    }

    /// Lets a moment sound under the hand: a short slice of it, each time that it moves.
    public void scrub(double toSeconds) {
        place.scrub(toSeconds);
        wake();
    }

    /// Lets a moment sound for as long as it is held: what is around it, over and over.
    public void hold(double atSeconds) {
        place.hold(atSeconds, positionSeconds());
        wake();
    }

    /// Goes on as before, from where the playhead was before a moment was held.
    public void letGo() {
        if (place.letGo()) {
            changed();
        }
    }

    /// Goes on as before, from where scrubbing ended.
    public void endScrub() {
        if (place.endScrub()) {
            changed();
        }
    }

    /// Repeats a stretch, or nothing.
    public void loop(Optional<SongSpan> span) {
        loop = span;
        changed();
    }

    public Optional<SongSpan> loop() {
        return loop;
    }

    /// What is heard at this moment, seconds of the song.
    public double positionSeconds() {
        double waiting = playing ? (double) output.bufferedFrames() / rate : 0;
        return place.seconds(waiting / program.slowness());
    }

    /// How loud it was lately, and what was cut off.
    public Peaks peaks() {
        return peaks;
    }

    @SuppressWarnings("NonAtomicVolatileUpdate") // a lost count still differs from the one before
    private void changed() {
        change++;
        wake();
    }

    private void wake() {
        LockSupport.unpark(mixing);
        LockSupport.unpark(planning);
        LockSupport.unpark(sounding);
    }

    /// The mixing thread's own state.
    private final class Ahead {
        private final Mixer mixer = new Mixer(failed);
        private Program mixed = Program.SILENCE;
        private long frame;
        private boolean audible;
        private int seen;
        private double taken = Double.NaN;
        private double slicedSeconds = Double.NaN;
        private int sliceLeft;

        /// Takes back what has become old, and goes on from there.
        void takeBack() {
            if (queue.truncate() > 0) {
                MixQueue.Block last = queue.last();
                mixer.goOnFrom(last.program, last.endFrame);
                frame = last.nextFrame;
                mixed = last.program;
            }
            taken = Double.NaN;
        }

        /// One block more, or nothing if there is nothing to be done.
        boolean step() {
            if (place.isScrubbed()) {
                return scrubbed();
            }
            sliceLeft = 0;
            slicedSeconds = Double.NaN;
            return playing ? played() : silenced();
        }

        private boolean played() {
            if (!audible) {
                mixer.goOnFrom(Program.SILENCE, 0);
                mixed = program;
                frame = frameOf(queue.size() > 0 ? queue.last().nextSeconds : place.reached());
                taken = Double.NaN;
                seen = change;
                audible = true;
            } else if (seen != change) {
                seen = change;
                takeBack();
            }
            if (queue.size() >= MixQueue.BLOCKS) {
                return false;
            }
            Program next = program;
            if (next.slowness() != mixed.slowness()) {
                frame = Math.round(frame * next.slowness() / mixed.slowness());
            }
            mixed = next;
            double requested = place.asked();
            boolean asked = !Double.isNaN(requested) && requested != taken;
            if (asked) {
                frame = frameOf(requested);
                taken = requested;
            }
            frame = looped(frame);
            if (frame >= endFrame()) {
                playing = false;
                audible = false;
                place.ask(0);
                pass(Program.SILENCE, 0, Double.NaN);
                return true;
            }
            pass(mixed, frame + Mixer.BLOCK_FRAMES, asked ? requested : Double.NaN);
            return true;
        }

        private boolean scrubbed() {
            if (queue.size() >= SCRUB_AHEAD_BLOCKS) {
                return false;
            }
            if (sliceLeft == 0) {
                double moment = place.scrubbed();
                if (Double.isNaN(slicedSeconds)) {
                    takeBack();
                }
                boolean held = place.isHeld();
                if (moment == slicedSeconds && !held) {
                    return silenced();
                }
                slicedSeconds = moment;
                sliceLeft = held ? HELD_BLOCKS : SCRUB_BLOCKS;
                mixed = program;
                int before = held ? HELD_BLOCKS * Mixer.BLOCK_FRAMES / 2 : 0;
                frame = Math.max(0, frameOf(moment) - before);
            }
            audible = true;
            sliceLeft--;
            pass(mixed, frame + Mixer.BLOCK_FRAMES, Double.NaN);
            return true;
        }

        /// Fades what sounds into silence.
        private boolean silenced() {
            if (!audible) {
                return false;
            }
            takeBack();
            audible = false;
            pass(Program.SILENCE, frame, Double.NaN);
            return true;
        }

        /// A loop is played to its end, also where that is beyond the song's.
        private double endFrame() {
            double loopEnd = loop.map(SongSpan::endSeconds).orElse(0.0);
            boolean loops = loop.isPresent() && frame <= frameOf(loopEnd);
            return (loops ? Math.max(endSeconds, loopEnd) : endSeconds) * rate * mixed.slowness();
        }

        private long frameOf(double moment) {
            return Math.round(moment * rate * mixed.slowness());
        }

        /// @param next where playing goes on after this block, frames of what was mixed last
        /// @param answers the place that was asked for, if this is it
        private void pass(Program heard, long next, double answers) {
            MixQueue.Block block = queue.toWrite();
            block.trackPeaks = Mixer.roomFor(heard, block.trackPeaks);
            mixer.mix(heard, frame, block.left, block.right, block.trackPeaks);
            block.program = heard;
            block.endFrame = frame + Mixer.BLOCK_FRAMES;
            block.nextFrame = next;
            block.nextSeconds = next / (rate * mixed.slowness());
            block.answers = answers;
            frame = next;
            queue.pass();
            LockSupport.unpark(sounding);
        }

        private long looped(long at) {
            Optional<SongSpan> span = loop;
            if (span.isEmpty()) {
                return at;
            }
            long start = frameOf(span.get().startSeconds());
            long end = frameOf(span.get().endSeconds());
            boolean justPast = at >= end && at < end + 2L * Mixer.BLOCK_FRAMES;
            return justPast && end > start ? start + (at - end) % (end - start) : at;
        }
    }

    private void mixAhead() {
        Ahead ahead = new Ahead();
        long lookedNanos = System.nanoTime();
        while (!closed) {
            if (!ahead.step()) {
                boolean busy = playing || place.isScrubbed();
                LockSupport.parkNanos(this, busy ? 4 * SHORT_NANOS : AGAIN_NANOS);
            }
            long now = System.nanoTime();
            if (standIn && now - lookedNanos > AGAIN_NANOS) {
                lookedNanos = now;
                again.get().ifPresent(found -> replace(found, false));
            }
            if (playing && queue.size() > 0 && now - lastWriteNanos > STUCK_NANOS) {
                // Closing it lets the thread go that is stuck in it.
                LOG.warn("The output {} takes no more sound", output.name());
                lastWriteNanos = now;
                output.close();
            }
        }
    }

    private void replace(Output next, boolean standsIn) {
        Output before = output;
        output = next;
        standIn = standsIn;
        before.close();
    }

    private void sound() {
        Room room = new Room(rate);
        while (!closed) {
            if (queue.size() == 0) {
                if (!playing) {
                    peaks.silent();
                }
                LockSupport.parkNanos(this, playing ? SHORT_NANOS : AGAIN_NANOS);
                continue;
            }
            MixQueue.Block block = queue.toRead();
            Output to = output;
            room.around(block.left, block.right, Mixer.BLOCK_FRAMES, block.program.room());
            fill.written(to.bufferedFrames(), queue.size());
            try {
                to.write(block.left, block.right, Mixer.BLOCK_FRAMES);
            } catch (OutputLost e) {
                if (to == output) {
                    LOG.warn(
                            "Playing goes on without the output {}: {}", to.name(), e.getMessage());
                    replace(new SimulatedOutput(rate), true);
                }
            }
            lastWriteNanos = System.nanoTime();
            place.heard(block.nextSeconds, block.answers);
            peaks.heard(block.left, block.right, block.program.tracks(), block.trackPeaks);
            queue.release();
            LockSupport.unpark(mixing);
            LockSupport.unpark(planning);
        }
        output.close();
    }

    @Override
    public void close() {
        closed = true;
        wake();
    }
}
