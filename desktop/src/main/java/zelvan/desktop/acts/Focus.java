package zelvan.desktop.acts;

import zelvan.session.Protection;
import zelvan.tuning.Harmony;
import zelvan.units.RecordedSpan;

/// The one thing in the close-up that keys act on.
public sealed interface Focus {
    Focus NOTHING = new Nothing();

    record Nothing() implements Focus {}

    /// A bead.
    ///
    /// @param sourceSeconds its moment in the voice as recorded
    record OnBead(String voiceId, double sourceSeconds) implements Focus {}

    /// A stretch dragged out on a ribbon.
    ///
    /// @param span in the voice as recorded
    record OnRange(String voiceId, RecordedSpan span) implements Focus {}

    /// A note.
    ///
    /// @param span in the voice as recorded
    record OnNote(String voiceId, RecordedSpan span) implements Focus {}

    /// A chord.
    record OnChord(Harmony.Change change) implements Focus {}

    /// A protected stretch.
    record OnProtection(String voiceId, Protection protection) implements Focus {}
}
