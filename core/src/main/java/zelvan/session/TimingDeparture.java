package zelvan.session;

import java.util.Optional;
import zelvan.timing.TimingSettings;

/// Where a voice or a phrase departs from what stands above it; empty parts follow.
///
/// @param pull 0 to 1
/// @param slackSeconds 0 or more
public record TimingDeparture(Optional<Double> pull, Optional<Double> slackSeconds) {
    public static final TimingDeparture NONE =
            new TimingDeparture(Optional.empty(), Optional.empty());

    public boolean isNone() {
        return pull.isEmpty() && slackSeconds.isEmpty();
    }

    public TimingSettings over(TimingSettings above) {
        return above.withPull(pull.orElse(above.pull()))
                .withSlack(slackSeconds.orElse(above.slackSeconds()));
    }

    /// The same, and what two settings differ in departs as well.
    public TimingDeparture changed(TimingSettings before, TimingSettings after) {
        TimingDeparture next = this;
        if (after.pull() != before.pull()) {
            next = next.withPull(after.pull());
        }
        return after.slackSeconds() == before.slackSeconds()
                ? next
                : next.withSlack(after.slackSeconds());
    }

    public TimingDeparture withPull(double value) {
        return new TimingDeparture(Optional.of(value), slackSeconds);
    }

    public TimingDeparture withSlack(double value) {
        return new TimingDeparture(pull, Optional.of(value));
    }
}
