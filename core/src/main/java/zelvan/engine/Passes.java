package zelvan.engine;

import java.util.List;
import zelvan.align.Pass;

/// The passes of a recording that may go through the guide's lines several times.
record Passes(Heard leader, Heard take) implements Step<List<Pass>> {
    Matched once() {
        return new Matched(leader, take);
    }

    @Override
    public boolean takesLong() {
        return true;
    }

    @Override
    public List<Step<?>> needs() {
        return List.of(leader, take, once());
    }

    @Override
    public List<Pass> run(Inputs inputs) {
        return Pass.of(inputs.of(leader), inputs.of(take), inputs.of(once()).whole());
    }

    @Override
    public long bytes(List<Pass> value) {
        return value.stream().mapToLong(p -> Matched.bytes(p.match().alignment())).sum();
    }
}
