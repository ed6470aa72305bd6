package zelvan.engine;

import java.util.List;
import zelvan.align.Alignment;
import zelvan.timing.Placement;
import zelvan.timing.TimingResult;

/// How late the phrases of a voice are as a whole.
///
/// @param guide when the guide's moments sound
record Placed(Heard heard, Step<Alignment> aligned, Step<TimingResult> guide)
        implements Step<Placement> {
    @Override
    public List<Step<?>> needs() {
        return List.of(heard, aligned, guide);
    }

    @Override
    public Placement run(Inputs inputs) {
        return Placement.of(inputs.of(heard).phrases(), inputs.of(aligned), inputs.of(guide).map());
    }
}
