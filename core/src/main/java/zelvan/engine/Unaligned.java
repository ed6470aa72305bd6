package zelvan.engine;

import java.util.List;
import zelvan.align.Alignment;

/// A track that is matched with nothing.
record Unaligned() implements Step<Alignment> {
    @Override
    public List<Step<?>> needs() {
        return List.of();
    }

    @Override
    public Alignment run(Inputs inputs) {
        return Alignment.NONE;
    }
}
