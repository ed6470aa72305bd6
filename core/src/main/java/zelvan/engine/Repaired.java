package zelvan.engine;

import java.util.List;
import zelvan.analysis.OctaveShift;
import zelvan.analysis.VoiceAnalysis;

/// What is heard in a file, with the pitch in the octaves that the user says.
record Repaired(Heard heard, List<OctaveShift> octaves) implements Step<VoiceAnalysis> {
    @Override
    public List<Step<?>> needs() {
        return List.of(heard);
    }

    @Override
    public VoiceAnalysis run(Inputs inputs) {
        return inputs.of(heard).withOctaves(octaves);
    }
}
