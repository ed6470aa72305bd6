package zelvan.desktop.acts;

import java.util.List;
import zelvan.session.TuningEdit;
import zelvan.units.RecordedSpan;

/// What an editor says of the octave in which something was sung.
public record Octaves(State now) {
    /// Says in which octave the note or the range that has the focus is sung.
    ///
    /// @param octaves how far above what was heard; 0 if it was heard right
    public Act heardIn(int octaves) {
        return switch (now.focus()) {
            case Focus.OnNote(String voiceId, RecordedSpan span) -> shift(voiceId, span, octaves);
            case Focus.OnRange(String voiceId, RecordedSpan span) -> shift(voiceId, span, octaves);
            default ->
                    Act.saying(
                            "To say in which octave something was sung, first click its"
                                    + " note in the Pitch lens (key 2).");
        };
    }

    private static Act shift(String voiceId, RecordedSpan span, int octaves) {
        return Act.of(
                new TuningEdit.ShiftOctave(
                        List.of(new TuningEdit.ShiftOctave.Of(voiceId, span)), octaves));
    }
}
