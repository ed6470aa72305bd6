package zelvan.play;

/// Blocks of mixed sound on their way from the thread that mixes to the thread that plays. All of
/// them are made once; passing one on allocates nothing, but where a program has more tracks than
/// any before.
///
/// Thread safety: one thread writes and truncates, one thread reads. Each call holds the lock for a
/// few instructions only.
final class MixQueue {
    static final int BLOCKS = 8;

    /// One block, and what the player needs to know when it is heard.
    static final class Block {
        final float[] left = new float[Mixer.BLOCK_FRAMES];
        final float[] right = new float[Mixer.BLOCK_FRAMES];
        Program program = Program.SILENCE;

        /// Peaks of the program's tracks, in their order; longer where others had more.
        float[] trackPeaks = {};

        /// The frame after its last, in the program.
        long endFrame;

        /// Where playing goes on after it: a frame of the program, seconds of the song.
        long nextFrame;

        double nextSeconds;

        /// The place that was asked for and is reached with it, seconds of the song; or not a
        /// number.
        double answers;
    }

    private final Block[] blocks = new Block[BLOCKS];
    private long written;
    private long read;

    MixQueue() {
        java.util.Arrays.setAll(blocks, i -> new Block());
    }

    /// How many blocks wait to be played.
    synchronized int size() {
        return (int) (written - read);
    }

    /// The block to be filled next; only while there is room for one.
    synchronized Block toWrite() {
        return blocks[(int) (written % BLOCKS)];
    }

    synchronized void pass() {
        written++;
    }

    /// Takes back all that waits but the first two blocks: the first may be playing already, and
    /// the second bridges the time that mixing takes.
    ///
    /// @return how many are left
    synchronized int truncate() {
        written = Math.min(written, read + 2);
        return (int) (written - read);
    }

    /// The last block that was passed on.
    synchronized Block last() {
        return blocks[(int) ((written + BLOCKS - 1) % BLOCKS)];
    }

    /// The block to be played next; only while one waits.
    synchronized Block toRead() {
        return blocks[(int) (read % BLOCKS)];
    }

    synchronized void release() {
        read++;
    }
}
