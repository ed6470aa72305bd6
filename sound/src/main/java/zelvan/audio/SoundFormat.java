package zelvan.audio;

/// How samples are kept in a file.
///
/// @param container the kind of file
/// @param bits bits of one sample: 8, 16, 24 or 32 for integers, 32 or 64 for floating point
/// @param floatingPoint whether samples are floating-point numbers rather than integers
public record SoundFormat(Container container, int bits, boolean floatingPoint) {
    /// The kinds of file that are written; anything else that can be read is printed as WAV.
    public enum Container {
        WAV("wav"),
        AIFF("aiff"),
        FLAC("flac");

        private final String extension;

        Container(String extension) {
            this.extension = extension;
        }

        /// Without its dot.
        public String extension() {
            return extension;
        }
    }

    /// WAV with 16-bit integers: what compact discs hold.
    public static final SoundFormat WAV_16 = new SoundFormat(Container.WAV, 16, false);

    /// WAV with 24-bit integers: what studios exchange.
    public static final SoundFormat WAV_24 = new SoundFormat(Container.WAV, 24, false);

    public static final SoundFormat WAV_FLOAT = new SoundFormat(Container.WAV, 32, true);

    public SoundFormat {
        boolean known =
                floatingPoint
                        ? bits == 32 || bits == 64
                        : bits == 8 || bits == 16 || bits == 24 || bits == 32;
        if (!known) {
            throw new IllegalArgumentException("no such sample format: " + bits + " bits");
        }
    }

    /// Whether it holds more than a number of single precision does.
    public boolean needsDoubles() {
        return bits > (floatingPoint ? 32 : 24);
    }

    @Override
    public String toString() {
        return container + " " + bits + (floatingPoint ? " bit float" : " bit");
    }
}
