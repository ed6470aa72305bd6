package zelvan.render;

/// What sounds from one pin to the next.
interface Stretch {
    /// Renders part of a block of one channel.
    ///
    /// @param channel of the voice
    /// @param frame of the output, from the first pin on
    /// @param into receives the samples
    /// @param start where in `into` to begin
    /// @param count frames, none of them beyond the last pin
    void render(int channel, long frame, float[] into, int start, int count);
}
