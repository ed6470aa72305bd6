package zelvan.tuning;

import java.util.List;
import zelvan.analysis.Note;

/// How a voice's pitch is moved, and what that leaves.
///
/// @param map how far each moment of the voice is moved
/// @param targetCents by frame of the voice's analysis, cents above A4: what its pitch is drawn to;
///   not a number where it is drawn to nothing
/// @param beforeCents by frame: how far the pitch is off as far as the settings care, positive is
///   sharp; not a number where it is drawn to nothing
/// @param afterCents the same as it sounds now
/// @param notes of the voice, as found and as the user says, in order
public record TuningResult(
        PitchMap map,
        float[] targetCents,
        float[] beforeCents,
        float[] afterCents,
        List<Note> notes) {
    /// Nothing is drawn to anything.
    public static final TuningResult NONE =
            new TuningResult(PitchMap.NONE, new float[0], new float[0], new float[0], List.of());
}
