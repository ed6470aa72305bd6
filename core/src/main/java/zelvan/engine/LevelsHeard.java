package zelvan.engine;

import java.util.List;
import zelvan.level.HeardLevels;
import zelvan.level.SoundEdit;

/// The sounds beside a voice's notes, and how loud it sings.
///
/// @param edits what was said of sounds by hand
record LevelsHeard(Heard heard, List<SoundEdit> edits) implements Step<HeardLevels> {
    /// Sums of power and frames.
    private static final int BYTES_A_FRAME = Double.BYTES + Integer.BYTES;

    @Override
    public List<Step<?>> needs() {
        return List.of(heard);
    }

    @Override
    public HeardLevels run(Inputs inputs) {
        return new HeardLevels(inputs.of(heard), edits);
    }

    @Override
    public long bytes(HeardLevels value) {
        return (long) BYTES_A_FRAME * value.heard().frames();
    }
}
