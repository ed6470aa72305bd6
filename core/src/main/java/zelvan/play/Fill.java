package zelvan.play;

/// How full the buffers were while something was played. Written by the thread that plays; the
/// first blocks, which fill them, do not count.
public final class Fill {
    /// As many blocks are mixed ahead at most.
    public static final int MOST_QUEUED_BLOCKS = MixQueue.BLOCKS;

    private static final int FIRST_BLOCKS = MixQueue.BLOCKS;

    private volatile long blocks;
    private volatile int leastBufferedFrames;
    private volatile int leastQueuedBlocks;
    private volatile long dropouts;

    void begin() {
        blocks = 0;
        leastBufferedFrames = Integer.MAX_VALUE;
        leastQueuedBlocks = Integer.MAX_VALUE;
        dropouts = 0;
    }

    /// @param bufferedFrames what the output still has to play
    /// @param queuedBlocks mixed, waiting for the output
    @SuppressWarnings("NonAtomicVolatileUpdate") // one thread writes
    void written(int bufferedFrames, int queuedBlocks) {
        if (blocks++ < FIRST_BLOCKS) {
            return;
        }
        leastBufferedFrames = Math.min(leastBufferedFrames, bufferedFrames);
        leastQueuedBlocks = Math.min(leastQueuedBlocks, queuedBlocks);
        if (bufferedFrames == 0) {
            dropouts++;
        }
    }

    /// The least that the output had left when it got the next block, frames.
    public int leastBufferedFrames() {
        return leastBufferedFrames;
    }

    /// The fewest blocks that were mixed and waiting.
    public int leastQueuedBlocks() {
        return leastQueuedBlocks;
    }

    /// How often the output ran dry.
    public long dropouts() {
        return dropouts;
    }

    public long blocks() {
        return blocks;
    }
}
