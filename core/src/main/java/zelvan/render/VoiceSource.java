package zelvan.render;

/// Finished sound that can be read anywhere, by any thread.
public interface VoiceSource {
    int sampleRateHertz();

    int channelCount();

    /// Length; beyond it, and before 0, there is silence.
    long frames();

    /// Reads a block of one channel.
    ///
    /// @param channel from 0
    /// @param frame the first frame, may be negative
    /// @param into receives the samples from index 0
    /// @param count how many, at most the length of `into`
    void read(int channel, long frame, float[] into, int count);

    /// Works out one piece more of what a stretch needs before it can be read quickly; reading does
    /// it otherwise.
    ///
    /// @param frame the first frame of the stretch
    /// @param count how many
    /// @return whether something was worked out, and more may be left
    default boolean prepare(long frame, int count) {
        return false;
    }

    /// Reads a block without loss where the recording itself is heard.
    default void read(int channel, long frame, double[] into, int count) {
        float[] block = new float[count];
        read(channel, frame, block, count);
        for (int i = 0; i < count; i++) {
            into[i] = block[i];
        }
    }
}
