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
/// @param lineUp what is lined up first
public record TimingSettings(double pull, double slackSeconds, LineUp lineUp) {
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

    public static final Choice<LineUp> LINE_UP =
            Choice.of(
                    "line-up",
                    "Line up first",
                    "What comes first where not everything can be kept: vowels are felt as the"
                            + " beat, consonants are heard as flams",
                    LineUp::word,
                    LineUp.BOTH);

    /// All of them.
    public static final List<Setting<?>> SETTINGS = List.of(PULL, SLACK, LINE_UP);

    /// Nothing is moved.
    public static final TimingSettings OFF = new TimingSettings(0, 0);

    /// Everything is moved onto the guide.
    public static final TimingSettings FULL = new TimingSettings(1, 0);

    private static final double MOST_SLACK_SECONDS = 10;

    public TimingSettings {
        if (!(pull >= 0 && pull <= 1)) {
            throw new IllegalArgumentException("pull must be 0 to 1, was " + pull);
        }
        if (!(slackSeconds >= 0 && slackSeconds <= MOST_SLACK_SECONDS)) {
            throw new IllegalArgumentException("slackSeconds must be 0 to 10, was " + slackSeconds);
        }
        // A negative zero is no bound of a range that begins with a positive one.
        slackSeconds += 0.0;
    }

    /// Consonants and vowels alike.
    public TimingSettings(double pull, double slackSeconds) {
        this(pull, slackSeconds, LineUp.BOTH);
    }

    /// What is set of timing.
    public static TimingSettings of(Settings settings) {
        return new TimingSettings(
                settings.inForce(PULL) / 100,
                settings.inForce(SLACK) / 1000,
                settings.inForce(LINE_UP));
    }

    public TimingSettings withSlack(double seconds) {
        return new TimingSettings(pull, seconds, lineUp);
    }

    public TimingSettings withLineUp(LineUp value) {
        return new TimingSettings(pull, slackSeconds, value);
    }

    /// How much earlier a moment that is `offsetSeconds` late is to sound (negative: later).
    public double moveSeconds(double offsetSeconds) {
        double kept = Math.clamp(offsetSeconds, -slackSeconds, slackSeconds);
        return pull * (offsetSeconds - kept);
    }
}
