package zelvan.engine;

import java.util.List;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;

/// Each moment of a voice in the guide's time as recorded.
///
/// @param voice when its moments sound
/// @param guide when the guide's moments sound
record InGuide(Step<TimingResult> voice, Step<TimingResult> guide) implements Step<TimeMap> {
    @Override
    public List<Step<?>> needs() {
        return List.of(voice, guide);
    }

    @Override
    public TimeMap run(Inputs inputs) {
        return inputs.of(voice).map().against(inputs.of(guide).map());
    }
}
