package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import zelvan.session.ByPhrase;
import zelvan.timing.Fence;
import zelvan.timing.Placement;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;
import zelvan.timing.TimingSettings;

/// When each moment of a voice sounds.
///
/// How a voice is aligned, and when its guide sounds, is told once, by where its phrases are
/// placed: a chain of leaders whose links each name it twice would take twice as long to be
/// compared with every link.
///
/// @param guide the guide's own alignment, whose phrases are where they are; none for all others
/// @param placed where the phrases of a voice that follows are; none for the guide
record Timed(
        Mapper mapper,
        List<GuideAligned> guide,
        List<Placed> placed,
        ByPhrase<TimingSettings> settings,
        List<Fence> fences)
        implements Step<TimingResult> {
    static Timed ofGuide(
            Mapper mapper,
            GuideAligned guide,
            ByPhrase<TimingSettings> settings,
            List<Fence> fences) {
        return new Timed(mapper, List.of(guide), List.of(), settings, fences);
    }

    static Timed of(
            Mapper mapper, Placed placed, ByPhrase<TimingSettings> settings, List<Fence> fences) {
        return new Timed(mapper, List.of(), List.of(placed), settings, fences);
    }

    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(guide);
        for (Placed each : placed) {
            needs.addAll(List.of(each, each.aligned(), each.guide()));
        }
        needs.add(mapper);
        return needs;
    }

    @Override
    public TimingResult run(Inputs inputs) {
        if (placed.isEmpty()) {
            return inputs.of(mapper)
                    .map(
                            inputs.of(guide.getFirst()),
                            TimeMap.IDENTITY,
                            Placement.NONE,
                            settings,
                            fences);
        }
        Placed there = placed.getFirst();
        return inputs.of(mapper)
                .map(
                        inputs.of(there.aligned()),
                        inputs.of(there.guide()).map(),
                        inputs.of(there),
                        settings,
                        fences);
    }

    @Override
    public long bytes(TimingResult value) {
        return 2L * Double.BYTES * value.map().size();
    }
}
