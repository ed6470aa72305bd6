package zelvan.session;

import zelvan.units.TimeSpan;

/// A phrase in which a voice departs from its other settings.
///
/// @param guideSpan the phrase, in the guide's time
/// @param timing what is different in its timing
/// @param tuning what is different in its pitch
public record PhraseDeparture(TimeSpan guideSpan, TimingDeparture timing, TuningDeparture tuning) {
    boolean isNone() {
        return timing.isNone() && tuning.isNone();
    }
}
