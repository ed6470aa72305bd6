package zelvan.engine;

import java.util.List;
import java.util.function.Function;
import zelvan.analysis.OnsetFinder;
import zelvan.analysis.ToneFinder;
import zelvan.audio.Sound;

/// What can be told of a file that could be read, whatever it holds.
record Told(Read read, What what) implements Step<double[]> {
    enum What {
        /// Where notes begin, seconds.
        ONSETS(OnsetFinder::find),
        /// How much of each of the twelve tones is played.
        TONES(ToneFinder::find);

        private final Function<Sound, double[]> finder;

        What(Function<Sound, double[]> finder) {
            this.finder = finder;
        }
    }

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
        return what.finder.apply(inputs.of(read).file().orElseThrow().sound());
    }
}
