package zelvan.play;

import java.util.Arrays;
import zelvan.render.VoiceSource;

/// Adds the tracks of a program, block by block. When the program or the place changes, the old one
/// fades into the new one within a block, so that nothing clicks. Used by one thread.
public final class Mixer {
    public static final int BLOCK_FRAMES = 512;

    private final float[] scratch = new float[BLOCK_FRAMES];
    private final float[] otherLeft = new float[BLOCK_FRAMES];
    private final float[] otherRight = new float[BLOCK_FRAMES];
    private Program current = Program.SILENCE;
    private long nextFrame;

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
        render(program, frame, left, right);
        if (program != current || frame != nextFrame) {
            render(current, nextFrame, otherLeft, otherRight);
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
    static boolean prepare(Program program, long frame, int count) {
        for (Program.Track track : program.tracks()) {
            if (track.source(program.version()).prepare(frame, count)) {
                return true;
            }
        }
        return false;
    }

    private void render(Program program, long frame, float[] left, float[] right) {
        Arrays.fill(left, 0, BLOCK_FRAMES, 0);
        Arrays.fill(right, 0, BLOCK_FRAMES, 0);
        double gain = program.gain();
        for (Program.Track track : program.tracks()) {
            VoiceSource source = track.source(program.version());
            boolean stereo = source.channelCount() > 1;
            source.read(0, frame, scratch, BLOCK_FRAMES);
            add(left, (float) (gain * track.leftGain()));
            if (stereo) {
                source.read(1, frame, scratch, BLOCK_FRAMES);
            }
            add(right, (float) (gain * track.rightGain()));
        }
    }

    private void add(float[] side, float gain) {
        for (int i = 0; i < BLOCK_FRAMES; i++) {
            side[i] += gain * scratch[i];
        }
    }
}
