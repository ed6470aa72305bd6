package zelvan.exchange;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zelvan.session.Role;

/// What the name of a file says about the track (common practice in naming; from memory).
record TrackName(String name) {
    private static final Pattern NUMBERED =
            Pattern.compile(
                    "(.*[^ _-])[ _-]+takes?[ _-]*(\\d{1,3})(?:[ _-].*)?", Pattern.CASE_INSENSITIVE);

    /// A kind of track, and how it is called.
    ///
    /// @param plain whether nothing else is called so
    private record Kind(Role role, boolean plain, String... words) {
        boolean isIn(String name) {
            return has(name, words);
        }
    }

    /// In the order in which they count: “dbl R take 2” is a double, and so may be “BV 1 high”.
    private static final List<Kind> KINDS =
            List.of(
                    new Kind(
                            Role.BED,
                            true,
                            "bed",
                            "instrumental",
                            "backing track",
                            "playback",
                            "accompaniment"),
                    new Kind(Role.OCTAVE, true, "octave", "oct "),
                    new Kind(Role.DOUBLE, true, "double", "dbl"),
                    new Kind(
                            Role.HARMONY,
                            true,
                            "harm",
                            "third",
                            "fifth",
                            "alto",
                            "tenor",
                            "soprano"),
                    new Kind(Role.HARMONY, false, "high", "low", "bass"),
                    new Kind(Role.TAKE, true, "take"),
                    new Kind(Role.TAKE, false, "alt"));

    /// Whether it says that the others follow it.
    boolean isLead() {
        return has(name, "guide", "lead", "main vocal", "main vox");
    }

    /// What it says or hints at; empty if it does neither.
    Optional<Role> role() {
        return kind().map(Kind::role);
    }

    /// Whether it says what the track is, and does not only hint.
    boolean isPlain() {
        return kind().map(Kind::plain).orElse(false);
    }

    private Optional<Kind> kind() {
        return KINDS.stream().filter(kind -> kind.isIn(name)).findFirst();
    }

    /// Which take of which line it is.
    ///
    /// @param line its name
    /// @param number of the take
    record Numbered(String line, int number) {}

    /// As in “03 Left double take 2”; empty if it is not named so.
    Optional<Numbered> numbered() {
        Matcher matcher = NUMBERED.matcher(name);
        return matcher.matches()
                ? Optional.of(
                        new Numbered(line(matcher.group(1)), Integer.parseInt(matcher.group(2))))
                : Optional.empty();
    }

    /// What is sung, whatever the track's number.
    String line() {
        return line(name);
    }

    private static String line(String name) {
        return name.replaceFirst("^\\d+[ _.-]*", "").strip();
    }

    private static boolean has(String name, String... words) {
        String lower = name.toLowerCase(Locale.ROOT);
        return Arrays.stream(words).anyMatch(lower::contains);
    }
}
