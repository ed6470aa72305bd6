package zelvan.render;

import zelvan.audio.Sound;

/// A part of a voice, ready to be read between its samples.
///
/// @param samples those from `from` on
/// @param from a frame of the voice, may lie before it
record SourceSpan(float[] samples, long from) {
    /// Enough of one channel to read it anywhere between two places.
    static SourceSpan of(Sound sound, int channel, double first, double last) {
        long from = begin(first);
        float[] samples = new float[length(from, last)];
        sound.read(channel, from, samples, 0, samples.length);
        return new SourceSpan(samples, from);
    }

    /// The same of all channels together.
    static SourceSpan ofMono(Sound sound, double first, double last) {
        long from = begin(first);
        return new SourceSpan(sound.mono(from, length(from, last)), from);
    }

    private static long begin(double first) {
        return (long) Math.floor(first) - Interpolator.HALF_TAPS;
    }

    private static int length(long from, double last) {
        return (int) ((long) Math.ceil(last) + Interpolator.HALF_TAPS + 2 - from);
    }

    /// As many samples as fit, from a position in frames of the voice on.
    void read(double position, float[] into) {
        Interpolator.from(samples, position - from, into);
    }

    /// Some samples, each a step further on than the one before.
    ///
    /// @param position of the first, in frames of the voice
    /// @param step frames
    void read(double position, double step, float[] into, int at, int count) {
        Interpolator.along(samples, position - from, step, into, at, count);
    }
}
