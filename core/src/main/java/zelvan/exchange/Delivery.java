package zelvan.exchange;

import java.util.Optional;
import zelvan.audio.SoundFormat;

/// As what files are printed, and how loud.
///
/// @param format of the files; each voice as it was recorded if empty, the mix as WAV with 24 bits
/// @param voicePeakDecibels the highest sample of each voice, below full scale, −60 to 0; empty for
///   as loud as it sounds
/// @param mixLufs loudness of the mix, as EBU R 128 measures it, −60 to 0; empty for as loud as it
///   sounds
/// @param mixRoom whether the mix has the room around it that is heard
public record Delivery(
        Optional<SoundFormat> format,
        Optional<Double> voicePeakDecibels,
        Optional<Double> mixLufs,
        boolean mixRoom) {
    public static final Delivery AS_IT_SOUNDS = in(Optional.empty());

    private static final double LEAST = -60;

    /// @throws IllegalArgumentException in words for the user
    public Delivery {
        voicePeakDecibels.ifPresent(peak -> check("the voices' peak", peak, "dB"));
        mixLufs.ifPresent(lufs -> check("the mix's loudness", lufs, "LUFS"));
    }

    /// As loud as it sounds.
    public static Delivery in(Optional<SoundFormat> format) {
        return new Delivery(format, Optional.empty(), Optional.empty(), false);
    }

    private static void check(String what, double value, String unit) {
        if (!(value >= LEAST && value <= 0)) {
            throw new IllegalArgumentException(
                    what + " must be -60 to 0 " + unit + ", was " + value);
        }
    }
}
