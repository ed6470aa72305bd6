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

    /// The same, and what two settings differ in departs as well.
    public TuningDeparture changed(TuningSettings before, TuningSettings after) {
        return new TuningDeparture(
                after.target() == before.target() ? target : Optional.of(after.target()),
                changed(pull, before.pull(), after.pull()),
                changed(slackCents, before.slackCents(), after.slackCents()),
                changed(detail, before.detail(), after.detail()),
                changed(wander, before.wander(), after.wander()),
                changed(vibrato, before.vibrato(), after.vibrato()));
    }

    private static Optional<Double> changed(Optional<Double> own, double before, double after) {
        return after == before ? own : Optional.of(after);
    }
}
