package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.tuning.Key;
import zelvan.tuning.KeyFinder;

/// The key of the guide's melody and the bed together.
///
/// @param guide none or one
record KeyFound(List<Repaired> guide, List<Told> beds) implements Step<Optional<Key>> {
    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(guide);
        needs.addAll(beds);
        return needs;
    }

    @Override
    public Optional<Key> run(Inputs inputs) {
        List<double[]> heard = new ArrayList<>();
        guide.forEach(g -> heard.add(KeyFinder.secondsOf(inputs.of(g).notes())));
        beds.forEach(b -> heard.add(inputs.of(b)));
        return KeyFinder.find(heard);
    }
}
