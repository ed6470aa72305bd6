package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import zelvan.analysis.PitchTrack;

/// The pitch that others follow: that of their leader as it has become.
///
/// @param tuned what becomes of it; none where it is as it was sung
record Leading(Repaired leader, List<Tuned> tuned) implements Step<PitchTrack> {
    private static final int BYTES_A_FRAME = Float.BYTES;

    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(tuned);
        needs.add(leader);
        return needs;
    }

    @Override
    public PitchTrack run(Inputs inputs) {
        PitchTrack sung = inputs.of(leader).pitch();
        return tuned.isEmpty()
                ? sung
                : sung.moved(inputs.of(tuned.getFirst()).result().map()::centsAt);
    }

    @Override
    public long bytes(PitchTrack value) {
        return tuned.isEmpty() ? 0 : (long) BYTES_A_FRAME * value.frames();
    }
}
