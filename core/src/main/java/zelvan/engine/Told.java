package zelvan.engine;

import java.util.List;
import java.util.function.Function;
import zelvan.analysis.OnsetFinder;
import zelvan.analysis.ToneFinder;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;

/// What can be told of a file that could be read, whatever it holds.
record Told(Recorded read, What what) implements Step<double[]> {
    enum What {
        /// Where notes begin, seconds.
        ONSETS("onsets", OnsetFinder.VERSION, OnsetFinder::find),
        /// How much of each of the twelve tones is played.
        TONES("tones", ToneFinder.VERSION, ToneFinder::find);

        private final String kind;
        private final Function<Sound, double[]> finder;

        What(String name, int version, Function<Sound, double[]> finder) {
            this.kind = name + version;
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
        return of(inputs.of(read).file().orElseThrow(), what, inputs.kept());
    }

    static double[] of(SoundFile file, What what, KeptWork kept) {
        return kept.told(file.sha256(), what.kind)
                .orElseGet(() -> {
                    double[] found = what.finder.apply(file.sound());
                    if (file.sound().isAsItWas()) {
                        kept.keep(file.sha256(), what.kind, found);
                    }
                    return found;
                });
    }
}
