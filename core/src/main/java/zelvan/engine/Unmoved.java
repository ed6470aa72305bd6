package zelvan.engine;

import java.util.List;
import java.util.Set;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;

/// A track that sounds as it was recorded.
record Unmoved() implements Step<TimingResult> {
    static final TimingResult RESULT = new TimingResult(TimeMap.IDENTITY, Set.of());

    @Override
    public List<Step<?>> needs() {
        return List.of();
    }

    @Override
    public TimingResult run(Inputs inputs) {
        return RESULT;
    }
}
