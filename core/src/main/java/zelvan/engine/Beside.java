package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.timing.TimeMap;
import zelvan.tuning.MatchedPitch;

/// A voice's pitch beside that of its leader.
///
/// @param inGuide each moment of the leader in the guide's time; empty if the leader is the guide
record Beside(Repaired voice, Leading leader, Step<Alignment> aligned, Optional<InGuide> inGuide)
        implements Step<MatchedPitch> {
    static final int BYTES_A_FRAME = 3 * Float.BYTES;

    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(List.of(voice, leader, aligned));
        inGuide.ifPresent(needs::add);
        return needs;
    }

    @Override
    public MatchedPitch run(Inputs inputs) {
        TimeMap times = inGuide.map(inputs::of).orElse(TimeMap.IDENTITY);
        return MatchedPitch.of(
                inputs.of(voice), inputs.of(leader), inputs.of(aligned), times::sourceSecondsAt);
    }

    @Override
    public long bytes(MatchedPitch value) {
        return (long) BYTES_A_FRAME * value.frames();
    }
}
