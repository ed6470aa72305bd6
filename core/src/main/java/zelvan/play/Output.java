package zelvan.play;

/// Where sound goes. Used by the player's thread alone.
public interface Output extends AutoCloseable {
    /// What it is, for people: the sound card, or "simulated".
    String name();

    int sampleRateHertz();

    /// How much fits into its buffer.
    int bufferFrames();

    /// How much is waiting to be heard at this moment, frames.
    int bufferedFrames();

    /// Plays a block; waits until there is room for it.
    ///
    /// @param left samples, 1 is full scale
    /// @param right as many
    /// @param count how many of them
    /// @throws OutputLost if it takes no more sound, for good
    void write(float[] left, float[] right, int count) throws OutputLost;

    /// Forgets what is waiting to be heard.
    void flush();

    @Override
    void close();
}
