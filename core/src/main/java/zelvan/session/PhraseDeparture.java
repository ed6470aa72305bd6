package zelvan.session;

import zelvan.units.TimeSpan;

/// A phrase in which a voice departs from its other settings.
///
/// @param guideSpan the phrase, in the guide's time
/// @param timing what is different
public record PhraseDeparture(TimeSpan guideSpan, TimingDeparture timing) {}
