package zelvan.desktop.model;

import java.util.List;
import zelvan.session.TuningEdit;
import zelvan.units.TimeSpan;

/// What can be done by hand about the pitch of what has the focus.
public final class Tunings {
    private final AppModel model;

    Tunings(AppModel model) {
        this.model = model;
    }

    /// Says in which octave the note or the range that has the focus is sung.
    ///
    /// @param octaves how far above what was heard; 0 if it was heard right
    public void heardIn(int octaves) {
        switch (model.focus().get()) {
            case Focus.OnNote(String voiceId, TimeSpan span) -> shift(voiceId, span, octaves);
            case Focus.OnRange(String voiceId, TimeSpan span) -> shift(voiceId, span, octaves);
            default ->
                    model.say(
                            "To say in which octave something was sung, first click its"
                                    + " note in the Pitch lens (key 2).");
        }
    }

    private void shift(String voiceId, TimeSpan span, int octaves) {
        model.apply(
                new TuningEdit.ShiftOctave(
                        List.of(new TuningEdit.ShiftOctave.Of(voiceId, span)), octaves));
    }
}
