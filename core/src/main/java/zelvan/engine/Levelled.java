package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.derived.DerivedVoice;
import zelvan.level.LevelMapper;
import zelvan.level.LevelResult;
import zelvan.level.LevelSettings;
import zelvan.measure.LevelLockMap;
import zelvan.session.ByPhrase;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;

/// What becomes of a voice's level.
///
/// @param beside the guide; empty for the guide itself
record Levelled(
        LevelsHeard voice,
        Optional<Beside> beside,
        ByPhrase<LevelSettings> settings,
        LevelMapper.Wanted wanted)
        implements Step<DerivedVoice.Levelled> {
    /// The points of its curve, as many as a busy minute has.
    private static final int BYTES_A_SOUND = 500;

    /// @param guide with what becomes of its own level
    /// @param guideTimed when the guide's moments sound
    /// @param timed when the voice's do
    record Beside(
            Levelled guide,
            Step<TimingResult> guideTimed,
            Step<Alignment> aligned,
            Step<TimingResult> timed) {}

    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(List.of(voice));
        beside.ifPresent(b ->
                needs.addAll(List.of(b.guide, b.guide.voice, b.guideTimed, b.aligned, b.timed)));
        return needs;
    }

    @Override
    public DerivedVoice.Levelled run(Inputs inputs) {
        LevelResult result =
                LevelMapper.map(
                        inputs.of(voice),
                        beside.map(b -> guide(inputs, b)),
                        beside.map(b -> inputs.of(b.aligned)).orElse(Alignment.NONE),
                        settings,
                        wanted);
        return new DerivedVoice.Levelled(
                result,
                beside.map(b -> inputs.of(b.guide.voice).heard().phrasesAsGuide())
                        .map(phrases -> LevelLockMap.of(result, phrases))
                        .orElse(LevelLockMap.EMPTY));
    }

    private static LevelMapper.Guide guide(Inputs inputs, Beside beside) {
        TimeMap guide = inputs.of(beside.guideTimed).map();
        TimeMap voice = inputs.of(beside.timed).map();
        return new LevelMapper.Guide(
                inputs.of(beside.guide.voice),
                inputs.of(beside.guide).result().gainDecibels(),
                seconds -> voice.sourceSecondsAt(guide.outputSecondsAt(seconds)));
    }

    @Override
    public long bytes(DerivedVoice.Levelled value) {
        return (long) BYTES_A_SOUND
                * (value.result().sounds().size() + value.result().notes().size());
    }
}
