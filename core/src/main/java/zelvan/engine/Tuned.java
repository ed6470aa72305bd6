package zelvan.engine;

import java.util.List;
import java.util.Optional;
import zelvan.derived.DerivedVoice;
import zelvan.measure.PitchMeter;
import zelvan.session.ByPhrase;
import zelvan.timing.TimeMap;
import zelvan.tuning.Harmony;
import zelvan.tuning.MatchedPitch;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.PitchMapper;
import zelvan.tuning.TuningResult;
import zelvan.tuning.TuningSettings;
import zelvan.units.RecordedSpan;

/// What becomes of a voice's pitch.
///
/// @param harmony what the song's notes belong to, in the song's time; [Harmony#UNKNOWN] where
///   nothing is drawn to it
/// @param fences stretches whose pitch must not change
record Tuned(
        Step<MatchedPitch> beside,
        Guiding guide,
        Harmony harmony,
        ByPhrase<TuningSettings> settings,
        List<NoteEdit> notes,
        List<RecordedSpan> fences)
        implements Step<DerivedVoice.Pitched> {
    /// Target, before and after by frame, and the map's points.
    private static final int BYTES_A_FRAME = 3 * Float.BYTES + 2 * Double.BYTES;

    @Override
    public List<Step<?>> needs() {
        return List.of(beside, guide.heard(), guide.timed());
    }

    @Override
    public DerivedVoice.Pitched run(Inputs inputs) {
        MatchedPitch pitch = inputs.of(beside);
        TimeMap guideMap = inputs.of(guide.timed()).map();
        TuningResult result =
                PitchMapper.map(
                        pitch, harmony.in(guideMap::sourceSecondsAt), settings, notes, fences);
        return new DerivedVoice.Pitched(
                Optional.of(pitch),
                result,
                new PitchMeter(inputs.of(guide.heard()).phrasesAsGuide()).measure(pitch, result));
    }

    @Override
    public long bytes(DerivedVoice.Pitched value) {
        return (long) BYTES_A_FRAME * value.result().afterCents().length;
    }
}
