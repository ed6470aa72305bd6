package zelvan.engine;

import java.util.List;
import zelvan.analysis.ToneFinder;

/// How much of each of the twelve tones is played in a bed.
record Tones(Read read) implements Step<double[]> {
    @Override
    public boolean takesLong() {
        return true;
    }

    @Override
    public List<Step<?>> needs() {
        return List.of(read);
    }

    @Override
    public double[] run(Inputs inputs) {
        return ToneFinder.find(inputs.of(read).file().orElseThrow().sound());
    }
}
