package zelvan.session;

import java.util.Optional;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// Where a voice or a phrase departs in pitch from what stands above it; empty parts follow.
///
/// @param target what it is drawn to
/// @param pull 0 to 1
/// @param slackCents 0 or more
/// @param detail 0 to 1
/// @param wander 0 to 2
/// @param vibrato 0 to 2
public record TuningDeparture(
        Optional<PitchTarget> target,
        Optional<Double> pull,
        Optional<Double> slackCents,
        Optional<Double> detail,
        Optional<Double> wander,
        Optional<Double> vibrato) {
    public static final TuningDeparture NONE =
            new TuningDeparture(
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty());

    public TuningDeparture {
        // What the settings refuse is refused here, and not where it comes into force.
        new TuningSettings(
                target.orElse(PitchTarget.OWN),
                pull.orElse(0.0),
                slackCents.orElse(0.0),
                detail.orElse(0.0),
                wander.orElse(0.0),
                vibrato.orElse(0.0));
    }

    public boolean isNone() {
        return equals(NONE);
    }

    public TuningSettings over(TuningSettings above) {
        return new TuningSettings(
                target.orElse(above.target()),
                pull.orElse(above.pull()),
                slackCents.orElse(above.slackCents()),
                detail.orElse(above.detail()),
                wander.orElse(above.wander()),
                vibrato.orElse(above.vibrato()));
    }

    TuningDeparture withTarget(Optional<PitchTarget> value) {
        return new TuningDeparture(value, pull, slackCents, detail, wander, vibrato);
    }

    TuningDeparture withPull(Optional<Double> value) {
        return new TuningDeparture(target, value, slackCents, detail, wander, vibrato);
    }

    TuningDeparture withSlack(Optional<Double> value) {
        return new TuningDeparture(target, pull, value, detail, wander, vibrato);
    }

    TuningDeparture withDetail(Optional<Double> value) {
        return new TuningDeparture(target, pull, slackCents, value, wander, vibrato);
    }

    TuningDeparture withWander(Optional<Double> value) {
        return new TuningDeparture(target, pull, slackCents, detail, value, vibrato);
    }

    TuningDeparture withVibrato(Optional<Double> value) {
        return new TuningDeparture(target, pull, slackCents, detail, wander, value);
    }
}
