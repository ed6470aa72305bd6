package zelvan.play;

import java.util.Arrays;
import java.util.Optional;
import zelvan.render.VoiceSource;

/// Adds the tracks of a program, block by block. When the program or the place changes, the old one
/// fades into the new one within a block, so that nothing clicks. Used by one thread.
public final class Mixer {
    public static final int BLOCK_FRAMES = 512;

    private final float[] scratch = new float[BLOCK_FRAMES];
    private final float[] otherLeft = new float[BLOCK_FRAMES];
    private final float[] otherRight = new float[BLOCK_FRAMES];
    private final Optional<FailedTracks> failed;
    private float[] otherPeaks = {};
    private Program current = Program.SILENCE;
    private long nextFrame;

    /// A track that fails fails the mix.
    public Mixer() {
        failed = Optional.empty();
    }

    /// A track that fails is silent.
    Mixer(FailedTracks failed) {
        this.failed = Optional.of(failed);
    }

    /// As if this had been heard up to a frame.
    ///
    /// @param frame of the program
    public void goOnFrom(Program program, long frame) {
        current = program;
        nextFrame = frame;
    }

    /// Mixes one block.
    ///
    /// @param program what is to be heard from now on
    /// @param frame from where
    /// @param left receives [#BLOCK_FRAMES] samples
    /// @param right as many
    public void mix(Program program, long frame, float[] left, float[] right) {
        float[] peaks = new float[program.tracks().size()];
        mix(program, frame, left, right, peaks);
    }

    /// @param peaks receives those of the tracks; has room for them
    void mix(Program program, long frame, float[] left, float[] right, float[] peaks) {
        render(program, frame, left, right, peaks);
        if (program != current || frame != nextFrame) {
            otherPeaks = roomFor(current, otherPeaks);
            render(current, nextFrame, otherLeft, otherRight, otherPeaks);
            for (int i = 0; i < BLOCK_FRAMES; i++) {
                float rising = (i + 1f) / BLOCK_FRAMES;
                left[i] = rising * left[i] + (1 - rising) * otherLeft[i];
                right[i] = rising * right[i] + (1 - rising) * otherRight[i];
            }
        }
        current = program;
        nextFrame = frame + BLOCK_FRAMES;
    }

    /// Lets one of the tracks work out a piece of what is to be heard soon.
    ///
    /// @param frame from where
    /// @return whether there was anything to work out
    static boolean prepare(Program program, long frame, int count, FailedTracks failed) {
        for (Program.Track track : program.tracks()) {
            VoiceSource source = track.source(program.version());
            try {
                if (!failed.contains(source) && source.prepare(frame, count)) {
                    return true;
                }
            } catch (RuntimeException e) {
                failed.add(track.id(), source, e);
            }
        }
        return false;
    }

    /// An array with room for the peaks of a program's tracks: the one that is there, if it has.
    static float[] roomFor(Program program, float[] peaks) {
        int tracks = program.tracks().size();
        return peaks.length >= tracks ? peaks : new float[tracks];
    }

    private void render(Program program, long frame, float[] left, float[] right, float[] peaks) {
        Arrays.fill(left, 0, BLOCK_FRAMES, 0);
        Arrays.fill(right, 0, BLOCK_FRAMES, 0);
        double gain = program.gain();
        for (int t = 0; t < program.tracks().size(); t++) {
            Program.Track track = program.tracks().get(t);
            VoiceSource source = track.source(program.version());
            boolean stereo = source.channelCount() > 1;
            read(track, source, 0, frame);
            add(left, (float) (gain * track.leftGain()));
            double peak = Peaks.peak(scratch, gain * Math.max(track.leftGain(), track.rightGain()));
            if (stereo) {
                read(track, source, 1, frame);
                peak = Math.max(peak, Peaks.peak(scratch, gain * track.rightGain()));
            }
            add(right, (float) (gain * track.rightGain()));
            peaks[t] = (float) peak;
        }
    }

    private void read(Program.Track track, VoiceSource source, int channel, long frame) {
        if (failed.isEmpty()) {
            source.read(channel, frame, scratch, BLOCK_FRAMES);
            return;
        }
        if (!failed.get().contains(source)) {
            try {
                source.read(channel, frame, scratch, BLOCK_FRAMES);
                return;
            } catch (RuntimeException e) {
                failed.get().add(track.id(), source, e);
            }
        }
        Arrays.fill(scratch, 0);
    }

    private void add(float[] side, float gain) {
        for (int i = 0; i < BLOCK_FRAMES; i++) {
            side[i] += gain * scratch[i];
        }
    }
}
