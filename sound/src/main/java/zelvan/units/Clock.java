package zelvan.units;

import java.util.Locale;

/// Moments as people read them: minutes, a colon and seconds.
public final class Clock {
    private Clock() {}

    /// The nearest moment with so many decimals, as in 1:02.5; 59.97 s with one is 1:00.0.
    ///
    /// @param digits decimals of the seconds, 0 to 6
    public static String text(double seconds, int digits) {
        double units = Math.pow(10, digits);
        long all = Math.round(Math.abs(seconds) * units);
        long minute = Math.round(60 * units);
        int width = digits == 0 ? 2 : digits + 3;
        return String.format(
                Locale.ROOT,
                "%s%d:%0" + width + "." + digits + "f",
                seconds < 0 && all > 0 ? "−" : "",
                all / minute,
                (all % minute) / units);
    }
}
