package zelvan.engine;

import java.util.List;
import zelvan.measure.FlatTops;
import zelvan.units.RecordedSpan;

/// Where a recording is clipped, whatever it is compared with.
record FlatTopsFound(Recorded read) implements Step<List<RecordedSpan>> {
    private static final int BYTES_A_SPAN = 40;

    @Override
    public List<Step<?>> needs() {
        return List.of(read);
    }

    @Override
    public List<RecordedSpan> run(Inputs inputs) {
        return FlatTops.of(inputs.of(read).file().orElseThrow().sound());
    }

    @Override
    public long bytes(List<RecordedSpan> value) {
        return (long) BYTES_A_SPAN * value.size();
    }
}
