package zelvan.render;

/// Two cycles of a voice, laid where their middle is to sound.
///
/// @param output where the middle sounds, frames of the output
/// @param source where the middle lies, frames of the source
/// @param fadeIn frames of the output before the middle; 0 where nothing fades in
/// @param fadeOut frames of the output after the middle; 0 where nothing fades out
/// @param gain amplitude
/// @param cents how far up the pitch is moved there
record Grain(
        double output, double source, double fadeIn, double fadeOut, float gain, double cents) {
    /// The first frame in which it sounds.
    long begin() {
        return (long) Math.ceil(output - fadeIn);
    }

    /// The frame after the last in which it sounds.
    long end() {
        return (long) Math.ceil(output + fadeOut);
    }
}
