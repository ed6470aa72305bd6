package zelvan.engine;

import java.util.List;
import zelvan.align.Pass;
import zelvan.analysis.VoiceAnalysis;

/// The passes of a recording that may go through the guide's lines several times.
record Passes(Heard leader, Heard take) implements Step<List<Pass>> {
    private Matched once() {
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
        VoiceAnalysis lead = inputs.of(leader);
        List<Pass> several = Pass.of(lead, inputs.of(take));
        return several.isEmpty() ? List.of(Pass.whole(lead, inputs.of(once()).whole())) : several;
    }

    @Override
    public long bytes(List<Pass> value) {
        return value.stream().mapToLong(p -> Matched.bytes(p.match().alignment())).sum();
    }
}
