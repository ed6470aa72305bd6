package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Alignment;
import zelvan.session.ByPhrase;
import zelvan.timing.Fence;
import zelvan.timing.Placement;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;
import zelvan.timing.TimingSettings;

/// When each moment of a voice sounds.
///
/// @param guide when the guide's moments sound; none for the guide itself
/// @param placed none for the guide, whose phrases are where they are
record Timed(
        Mapper mapper,
        Step<Alignment> aligned,
        List<Step<TimingResult>> guide,
        List<Placed> placed,
        ByPhrase<TimingSettings> settings,
        List<Fence> fences)
        implements Step<TimingResult> {
    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(guide);
        needs.addAll(placed);
        needs.add(mapper);
        needs.add(aligned);
        return needs;
    }

    @Override
    public TimingResult run(Inputs inputs) {
        Alignment alignment = inputs.of(aligned);
        TimeMap guideMap = guide.isEmpty() ? TimeMap.IDENTITY : inputs.of(guide.getFirst()).map();
        Placement placement = placed.isEmpty() ? Placement.NONE : inputs.of(placed.getFirst());
        return inputs.of(mapper).map(alignment, guideMap, placement, settings, fences);
    }

    @Override
    public long bytes(TimingResult value) {
        return 2L * Double.BYTES * value.map().size();
    }
}
