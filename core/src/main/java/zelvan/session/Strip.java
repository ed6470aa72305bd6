package zelvan.session;

/// How a track is heard.
///
/// @param gainDecibels level, -120 to 24; 0 is as recorded
/// @param pan −1 left to 1 right
/// @param muted not heard
/// @param solo heard alone, with the other solos
public record Strip(double gainDecibels, double pan, boolean muted, boolean solo) {
    public static final Strip PLAIN = new Strip(0, 0, false, false);

    public Strip {
        if (!(gainDecibels >= -120 && gainDecibels <= 24)) {
            throw new IllegalArgumentException(
                    "gainDecibels must be -120 to 24, was " + gainDecibels);
        }
        if (!(pan >= -1 && pan <= 1)) {
            throw new IllegalArgumentException("pan must be -1 to 1, was " + pan);
        }
    }

    public Strip withMuted(boolean value) {
        return new Strip(gainDecibels, pan, value, solo);
    }

    public Strip withSolo(boolean value) {
        return new Strip(gainDecibels, pan, muted, value);
    }

    public Strip withGain(double decibels) {
        return new Strip(decibels, pan, muted, solo);
    }
}
