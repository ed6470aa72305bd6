package zelvan.timing;

import java.util.List;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;

/// How tightly a voice is to sit on its guide.
///
/// @param pull how much of an offset is taken away, 0 (nothing) to 1 (all that exceeds the slack)
/// @param slackSeconds how much offset is left alone as human, 0 to 10
/// @param limitSeconds the most that is left of an offset, 0 or more; infinite where there is no
///   limit
/// @param shiftSeconds how much later all of it sounds then; negative: earlier
/// @param lineUp what is lined up first
public record TimingSettings(
        double pull, double slackSeconds, double limitSeconds, double shiftSeconds, LineUp lineUp) {
    /// Half way is where most people start.
    public static final Amount PULL =
            Amount.percent("timing-pull", "Pull", "How much of an offset is taken away", 100, 50);

    public static final Amount SLACK =
            new Amount(
                    "timing-slack",
                    "Slack",
                    "How much offset is left alone as human",
                    "ms",
                    0,
                    10_000,
                    0,
                    100,
                    0.0);

    public static final Amount LIMIT =
            new Amount(
                            "timing-limit",
                            "Limit",
                            "The most that is left of an offset, whatever pull and slack leave",
                            "ms",
                            0,
                            10_000,
                            0,
                            100,
                            10_000.0)
                    .withMostWord("none");

    public static final Amount SHIFT =
            new Amount(
                    "timing-shift",
                    "Shift",
                    "How much later all of it sounds, whatever it is pulled to: negative is earlier",
                    "ms",
                    -10_000,
                    10_000,
                    -100,
                    100,
                    0.0);

    public static final Choice<LineUp> LINE_UP =
            Choice.of(
                    "line-up",
                    "Line up first",
                    "What comes first where not everything can be kept: vowels are felt as the"
                            + " beat, consonants are heard as flams",
                    LineUp::word,
                    LineUp.BOTH);

    /// All of them.
    public static final List<Setting<?>> SETTINGS = List.of(PULL, SLACK, LIMIT, SHIFT, LINE_UP);

    /// Nothing is moved.
    public static final TimingSettings OFF = new TimingSettings(0, 0);

    /// Everything is moved onto the guide.
    public static final TimingSettings FULL = new TimingSettings(1, 0);

    private static final double MOST_SLACK_SECONDS = 10;
    private static final double MOST_SHIFT_SECONDS = 10;

    public TimingSettings {
        if (!(pull >= 0 && pull <= 1)) {
            throw new IllegalArgumentException("pull must be 0 to 1, was " + pull);
        }
        if (!(slackSeconds >= 0 && slackSeconds <= MOST_SLACK_SECONDS)) {
            throw new IllegalArgumentException("slackSeconds must be 0 to 10, was " + slackSeconds);
        }
        if (!(limitSeconds >= 0)) {
            throw new IllegalArgumentException(
                    "limitSeconds must be 0 or more, was " + limitSeconds);
        }
        if (!(Math.abs(shiftSeconds) <= MOST_SHIFT_SECONDS)) {
            throw new IllegalArgumentException(
                    "shiftSeconds must be -10 to 10, was " + shiftSeconds);
        }
        // A negative zero is no bound of a range that begins with a positive one.
        slackSeconds += 0.0;
        limitSeconds += 0.0;
        shiftSeconds += 0.0;
    }

    /// Without a limit.
    public TimingSettings(double pull, double slackSeconds, LineUp lineUp) {
        this(pull, slackSeconds, Double.POSITIVE_INFINITY, 0, lineUp);
    }

    /// Consonants and vowels alike, without a limit.
    public TimingSettings(double pull, double slackSeconds) {
        this(pull, slackSeconds, LineUp.BOTH);
    }

    /// What is set of timing.
    public static TimingSettings of(Settings settings) {
        return new TimingSettings(
                settings.inForce(PULL) / 100,
                settings.inForce(SLACK) / 1000,
                LIMIT.isUnbounded(settings.inForce(LIMIT))
                        ? Double.POSITIVE_INFINITY
                        : settings.inForce(LIMIT) / 1000,
                settings.inForce(SHIFT) / 1000,
                settings.inForce(LINE_UP));
    }

    public TimingSettings withSlack(double seconds) {
        return new TimingSettings(pull, seconds, limitSeconds, shiftSeconds, lineUp);
    }

    public TimingSettings withLimit(double seconds) {
        return new TimingSettings(pull, slackSeconds, seconds, shiftSeconds, lineUp);
    }

    public TimingSettings withShift(double seconds) {
        return new TimingSettings(pull, slackSeconds, limitSeconds, seconds, lineUp);
    }

    public TimingSettings withLineUp(LineUp value) {
        return new TimingSettings(pull, slackSeconds, limitSeconds, shiftSeconds, value);
    }

    /// How much earlier a moment that is `offsetSeconds` late is to sound (negative: later), its
    /// phrase being in its place.
    public double moveSeconds(double offsetSeconds) {
        return moveSeconds(offsetSeconds, 0);
    }

    /// The same in a phrase that is off as a whole. Without any pull nothing is moved but by the
    /// shift.
    ///
    /// @param placementSeconds how late the phrase is there; see [Placement]
    public double moveSeconds(double offsetSeconds, double placementSeconds) {
        if (pull == 0) {
            return -shiftSeconds;
        }
        double feel = offsetSeconds - placementSeconds;
        double kept = Math.clamp(feel, -slackSeconds, slackSeconds);
        double left = feel - pull * (feel - kept);
        return offsetSeconds - Math.clamp(left, -limitSeconds, limitSeconds) - shiftSeconds;
    }
}
