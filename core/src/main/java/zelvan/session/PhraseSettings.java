package zelvan.session;

import zelvan.setting.Settings;
import zelvan.units.GuideSpan;

/// Where a voice departs from its other settings in a phrase.
///
/// @param guideSpan the phrase, in the guide's time
/// @param settings what is different
public record PhraseSettings(GuideSpan guideSpan, Settings settings) {}
