package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.DoublePredicate;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.measure.Doubt;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.tuning.TuningSettings;
import zelvan.units.TimeSpan;

/// Where the program does not trust what it did with a voice: its match, and the octave in which a
/// pitch was heard that something depends on.
final class VoiceDoubts {
    private VoiceDoubts() {}

    /// @param ofMatch what is doubted of its match
    static List<Doubt> of(
            Session session,
            Voice voice,
            VoiceAnalysis heard,
            Alignment alignment,
            List<Doubt> ofMatch) {
        List<Doubt> doubts = new ArrayList<>(ofMatch);
        DoublePredicate used = whereItsPitchIsUsed(session, voice);
        for (TimeSpan span : heard.pitch().octaveDoubts()) {
            TimeSpan inGuide =
                    new TimeSpan(
                            alignment.guideSecondsAt(span.startSeconds()),
                            alignment.guideSecondsAt(span.endSeconds()));
            if (used.test(inGuide.middleSeconds())) {
                doubts.add(new Doubt(inGuide, Doubt.Reason.OCTAVE));
            }
        }
        return List.copyOf(doubts);
    }

    /// The guide's is used by the voices that follow its pitch.
    private static DoublePredicate whereItsPitchIsUsed(Session session, Voice voice) {
        if (voice.role() != Role.GUIDE) {
            DoubleFunction<TuningSettings> own = voice.tuning(session.stackTuning(voice));
            return guideSeconds -> own.apply(guideSeconds).draws();
        }
        List<DoubleFunction<TuningSettings>> all =
                session.followers().stream().map(f -> f.tuning(session.stackTuning(f))).toList();
        return guideSeconds ->
                all.stream()
                        .map(tuning -> tuning.apply(guideSeconds))
                        .anyMatch(t -> t.draws() && t.target().followsGuide());
    }
}
