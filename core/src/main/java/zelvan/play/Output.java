package zelvan.play;

/// Where sound goes. Used by the player's thread alone.
public interface Output extends AutoCloseable {
    /// What it is, for people: the sound card, or "simulated".
    String name();

    int sampleRateHertz();

    /// How much is waiting to be heard when a block has been written, frames.
    int bufferedFrames();

    /// Plays a block; waits until there is room for it.
    ///
    /// @param left samples, 1 is full scale
    /// @param right as many
    /// @param count how many of them
    void write(float[] left, float[] right, int count);

    /// Forgets what is waiting to be heard.
    void flush();

    @Override
    void close();
}
