package zelvan.tuning;

/// How closely a voice's pitch follows its target.
///
/// @param target what it is drawn to
/// @param pull how much of an offset is taken away, 0 (nothing) to 1 (all that exceeds the slack)
/// @param slackCents how much offset is left alone as human, 0 or more
/// @param detail how much of the singer's own vibrato, scoops and wander is kept: 1 moves each note
///   as a whole, 0 follows the target's curve
public record TuningSettings(PitchTarget target, double pull, double slackCents, double detail) {
    /// Nothing is moved.
    public static final TuningSettings OFF = new TuningSettings(PitchTarget.OWN, 0, 0, 1);

    public TuningSettings {
        if (!(pull >= 0 && pull <= 1)) {
            throw new IllegalArgumentException("pull must be 0 to 1, was " + pull);
        }
        if (!(slackCents >= 0)) {
            throw new IllegalArgumentException("slackCents must be >= 0, was " + slackCents);
        }
        if (!(detail >= 0 && detail <= 1)) {
            throw new IllegalArgumentException("detail must be 0 to 1, was " + detail);
        }
    }

    public TuningSettings withTarget(PitchTarget value) {
        return new TuningSettings(value, pull, slackCents, detail);
    }

    public TuningSettings withPull(double value) {
        return new TuningSettings(target, value, slackCents, detail);
    }

    public TuningSettings withSlack(double cents) {
        return new TuningSettings(target, pull, cents, detail);
    }

    public TuningSettings withDetail(double value) {
        return new TuningSettings(target, pull, slackCents, value);
    }

    /// Whether anything can be moved.
    public boolean moves() {
        return target != PitchTarget.OWN && pull > 0;
    }

    /// How far down a pitch that is `offsetCents` sharp is to be moved (negative: up).
    public double moveCents(double offsetCents) {
        double kept = Math.clamp(offsetCents, -slackCents, slackCents);
        return pull * (offsetCents - kept);
    }
}
