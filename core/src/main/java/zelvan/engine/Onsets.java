package zelvan.engine;

import java.util.List;
import zelvan.analysis.OnsetFinder;

/// Where notes begin in a file that could be read, whatever it holds; seconds.
record Onsets(Read read) implements Step<double[]> {
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
        return OnsetFinder.find(inputs.of(read).file().orElseThrow().sound());
    }
}
