package zelvan.tuning;

import java.util.List;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;

/// How closely a voice's pitch follows its target.
///
/// @param target what it is drawn to
/// @param pull how much of an offset is taken away, 0 (nothing) to 1 (all that exceeds the slack)
/// @param slackCents how much offset is left alone as human, 0 or more
/// @param detail how much of the singer's own vibrato, scoops and wander is kept: 1 moves each note
///   as a whole, 0 follows the target's curve
/// @param wander how much of each note's slow movement stays of what comes out then, 0 (none) to 2
///   (twice as much)
/// @param vibrato the same of its vibrato
public record TuningSettings(
        PitchTarget target,
        double pull,
        double slackCents,
        double detail,
        double wander,
        double vibrato) {
    /// The most of wander and vibrato: twice as much.
    public static final double MOST = 2;

    public static final Choice<PitchTarget> TARGET =
            Choice.of(
                            "pitch-target",
                            "Drawn to",
                            "What the pitch is drawn to",
                            PitchTarget::word,
                            PitchTarget.OWN)
                    .orOff(PitchTarget.OWN);

    public static final Amount PULL =
            Amount.percent(
                    "pitch-pull", "Pull", "How much of an offset in pitch is taken away", 100, 0);

    public static final Amount SLACK =
            new Amount(
                    "pitch-slack",
                    "Slack",
                    "How much offset in pitch is left alone as human, in cents",
                    "ct",
                    0,
                    PitchMap.MOST_CENTS,
                    0,
                    50,
                    0.0);

    public static final Amount DETAIL =
            Amount.percent(
                    "keep-detail",
                    "Own",
                    "How much of the singer's own vibrato, scoops and wander stays: at 100 each"
                            + " note is moved as a whole, at 0 the pitch follows the target's curve",
                    100,
                    100);

    public static final Amount WANDER =
            Amount.percent(
                    "wander",
                    "Wander",
                    "How much of each note's slow movement stays of what comes out",
                    100 * MOST,
                    100);

    public static final Amount VIBRATO =
            Amount.percent(
                    "vibrato",
                    "Vibrato",
                    "How much of each note's vibrato stays of what comes out: 0 none, 200 twice as"
                            + " much",
                    100 * MOST,
                    100);

    /// All of them.
    public static final List<Setting<?>> SETTINGS =
            List.of(TARGET, PULL, SLACK, DETAIL, WANDER, VIBRATO);

    /// Nothing is moved.
    public static final TuningSettings OFF = new TuningSettings(PitchTarget.OWN, 0, 0, 1);

    public TuningSettings {
        check("pull", pull, 1);
        check("slackCents", slackCents, PitchMap.MOST_CENTS);
        // A negative zero is no bound of a range that begins with a positive one.
        slackCents += 0.0;
        check("detail", detail, 1);
        check("wander", wander, MOST);
        check("vibrato", vibrato, MOST);
    }

    /// Wander and vibrato as they come out.
    public TuningSettings(PitchTarget target, double pull, double slackCents, double detail) {
        this(target, pull, slackCents, detail, 1, 1);
    }

    /// What is set of pitch.
    public static TuningSettings of(Settings settings) {
        return new TuningSettings(
                settings.inForce(TARGET),
                settings.inForce(PULL) / 100,
                settings.inForce(SLACK),
                settings.inForce(DETAIL) / 100,
                settings.inForce(WANDER) / 100,
                settings.inForce(VIBRATO) / 100);
    }

    static void check(String name, double value, double most) {
        if (!(value >= 0 && value <= most)) {
            throw new IllegalArgumentException(name + " must be 0 to " + most + ", was " + value);
        }
    }

    public TuningSettings withTarget(PitchTarget value) {
        return new TuningSettings(value, pull, slackCents, detail, wander, vibrato);
    }

    public TuningSettings withPull(double value) {
        return new TuningSettings(target, value, slackCents, detail, wander, vibrato);
    }

    public TuningSettings withSlack(double cents) {
        return new TuningSettings(target, pull, cents, detail, wander, vibrato);
    }

    public TuningSettings withDetail(double value) {
        return new TuningSettings(target, pull, slackCents, value, wander, vibrato);
    }

    public TuningSettings withWander(double value) {
        return new TuningSettings(target, pull, slackCents, detail, value, vibrato);
    }

    public TuningSettings withVibrato(double value) {
        return new TuningSettings(target, pull, slackCents, detail, wander, value);
    }

    /// Whether pitch is drawn to anything.
    public boolean draws() {
        return target != PitchTarget.OWN && pull > 0;
    }

    /// Whether anything is made of a pitch.
    public boolean changes() {
        return draws() || wander != 1 || vibrato != 1;
    }

    /// How far down a pitch that is `offsetCents` sharp is to be moved (negative: up).
    public double moveCents(double offsetCents) {
        double kept = Math.max(-slackCents, Math.min(slackCents, offsetCents));
        return pull * (offsetCents - kept);
    }
}
