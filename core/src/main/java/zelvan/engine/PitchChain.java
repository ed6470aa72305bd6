package zelvan.engine;

import java.util.List;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.measure.PitchMeter;
import zelvan.session.PhraseDeparture;
import zelvan.session.TuningDeparture;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.tuning.Harmony;
import zelvan.tuning.MatchedPitch;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.PitchMapper;
import zelvan.tuning.TuningResult;
import zelvan.tuning.TuningSettings;
import zelvan.units.TimeSpan;

/// The part of a voice's chain that leads from what it sings and whom it follows to its pitch map.
/// Used by one thread at a time.
final class PitchChain {
    /// What pitches are compared with.
    ///
    /// @param heard the voice
    /// @param lead what it follows
    /// @param matched the two, in the guide's time
    /// @param inGuide each moment of what it follows, in the guide's time
    record Pair(VoiceAnalysis heard, VoiceAnalysis lead, Alignment matched, TimeMap inGuide) {}

    private record Key(
            Pair pair,
            List<TimeSpan> phrases,
            Harmony harmony,
            TuningSettings stack,
            TuningDeparture voice,
            List<PhraseDeparture> departures,
            List<NoteEdit> notes,
            List<TimeSpan> fences) {}

    private final Memo<Pair, MatchedPitch> matching = new Memo<>();
    private final Memo<Key, DerivedVoice.Pitched> mapping = new Memo<>();

    /// @param phrases of the guide, as recorded
    /// @param stack the settings of the voice's stack
    DerivedVoice.Pitched derive(
            Voice voice, Pair pair, List<TimeSpan> phrases, Harmony harmony, TuningSettings stack) {
        Key key =
                new Key(
                        pair,
                        phrases,
                        harmony,
                        stack,
                        voice.tuning(),
                        voice.phrases(),
                        voice.notes(),
                        voice.pitchFences());
        return mapping.get(key, () -> mapped(voice, key));
    }

    private DerivedVoice.Pitched mapped(Voice voice, Key key) {
        Pair pair = key.pair;
        MatchedPitch beside =
                matching.get(
                        pair,
                        () ->
                                MatchedPitch.of(
                                        pair.heard,
                                        pair.lead.pitch(),
                                        pair.matched,
                                        pair.inGuide::sourceSecondsAt));
        TuningResult result =
                PitchMapper.map(
                        beside, key.harmony, voice.tuning(key.stack), key.notes, key.fences);
        return new DerivedVoice.Pitched(
                Optional.of(beside), result, new PitchMeter(key.phrases).measure(beside, result));
    }
}
