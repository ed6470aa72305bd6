package zelvan.session;

import java.util.List;
import zelvan.setting.Amount;
import zelvan.setting.Setting;

/// How a track is heard, besides its level and its place from left to right, which are settings.
///
/// @param muted not heard
/// @param solo heard alone, with the other solos
public record Strip(boolean muted, boolean solo) {
    public static final Strip PLAIN = new Strip(false, false);

    /// 0 is as recorded.
    public static final Amount LEVEL =
            new Amount("level", "Level", "How loud it is heard", "dB", -120, 24, -24, 6, 0.0);

    public static final Amount PAN =
            new Amount(
                    "pan",
                    "Pan",
                    "Where it is heard: -100 is left, 100 is right",
                    "%",
                    -100,
                    100,
                    -100,
                    100,
                    0.0);

    /// All of them.
    public static final List<Setting<?>> SETTINGS = List.of(LEVEL, PAN);

    public Strip withMuted(boolean value) {
        return new Strip(value, solo);
    }

    public Strip withSolo(boolean value) {
        return new Strip(muted, value);
    }
}
