package zelvan.session;

import java.util.Optional;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;

/// Where a voice or a phrase departs from what stands above it; empty parts follow.
///
/// @param pull 0 to 1
/// @param slackSeconds 0 or more
/// @param lineUp what is lined up first
public record TimingDeparture(
        Optional<Double> pull, Optional<Double> slackSeconds, Optional<LineUp> lineUp) {
    public static final TimingDeparture NONE =
            new TimingDeparture(Optional.empty(), Optional.empty(), Optional.empty());

    public TimingDeparture {
        // What the settings refuse is refused here, and not where it comes into force.
        new TimingSettings(pull.orElse(0.0), slackSeconds.orElse(0.0));
    }

    public boolean isNone() {
        return equals(NONE);
    }

    public TimingSettings over(TimingSettings above) {
        return new TimingSettings(
                pull.orElse(above.pull()),
                slackSeconds.orElse(above.slackSeconds()),
                lineUp.orElse(above.lineUp()));
    }
}
