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
            case Focus.OnNote ignored -> shift(notes(), octaves);
            case Focus.OnNotes ignored -> shift(notes(), octaves);
            case Focus.OnRange(String voiceId, RecordedSpan span) ->
                    shift(List.of(new TuningEdit.ShiftOctave.Of(voiceId, span)), octaves);
            default ->
                    Act.saying(
                            "To say in which octave something was sung, first click its"
                                    + " note in the Pitch lens (key 2).");
        };
    }

    private List<TuningEdit.ShiftOctave.Of> notes() {
        return new Notes(now)
                .taken().stream()
                        .map(n -> new TuningEdit.ShiftOctave.Of(n.voiceId(), n.edit().span()))
                        .toList();
    }

    private static Act shift(List<TuningEdit.ShiftOctave.Of> places, int octaves) {
        return places.isEmpty() ? Act.NOTHING : Act.of(new TuningEdit.ShiftOctave(places, octaves));
    }
}
