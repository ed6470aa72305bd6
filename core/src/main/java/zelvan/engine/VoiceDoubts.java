package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.measure.Doubt;
import zelvan.session.ByPhrase;
import zelvan.tuning.TuningSettings;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Where the program does not trust what it did with a voice: its match, and the octave in which a
/// pitch was heard that something depends on.
///
/// @param guide whether it is the guide, whose pitch matters to those that follow it
/// @param settings of the voice itself, or of those that follow the guide
record VoiceDoubts(boolean guide, List<ByPhrase<TuningSettings>> settings) {
    /// @param ofMatch what is doubted of its match
    List<Doubt> of(VoiceAnalysis heard, Alignment alignment, List<Doubt> ofMatch) {
        List<Doubt> doubts = new ArrayList<>(ofMatch);
        for (RecordedSpan span : heard.pitch().octaveDoubts()) {
            GuideSpan inGuide = alignment.inGuide(span);
            if (isUsedAt(inGuide.middleSeconds())) {
                doubts.add(new Doubt(inGuide, Doubt.Reason.OCTAVE));
            }
        }
        return List.copyOf(doubts);
    }

    private boolean isUsedAt(double guideSeconds) {
        return settings.stream()
                .map(s -> s.apply(guideSeconds))
                .anyMatch(s -> s.draws() && (!guide || s.target().followsGuide()));
    }
}
