package zelvan.engine;

import java.util.List;
import zelvan.tuning.MatchedPitch;

/// The pitch of a voice that follows nobody.
record Alone(Repaired voice) implements Step<MatchedPitch> {
    @Override
    public List<Step<?>> needs() {
        return List.of(voice);
    }

    @Override
    public MatchedPitch run(Inputs inputs) {
        return MatchedPitch.alone(inputs.of(voice));
    }

    @Override
    public long bytes(MatchedPitch value) {
        return (long) Beside.BYTES_A_FRAME * value.frames();
    }
}
