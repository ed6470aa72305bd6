package zelvan.desktop.acts;

import java.util.List;
import zelvan.level.SideSound;
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

    /// Several notes, of one voice or of several.
    record OnNotes(List<OnNote> notes) implements Focus {
        public OnNotes {
            notes = List.copyOf(notes);
        }
    }

    /// The notes that it is on.
    default List<OnNote> notes() {
        return switch (this) {
            case OnNote note -> List.of(note);
            case OnNotes(List<OnNote> notes) -> notes;
            default -> List.of();
        };
    }

    /// On those notes; on nothing if there are none.
    static Focus onNotes(List<OnNote> notes) {
        return switch (notes.size()) {
            case 0 -> NOTHING;
            case 1 -> notes.getFirst();
            default -> new OnNotes(notes);
        };
    }

    /// An ess, a breath or an end.
    ///
    /// @param sound in the voice as recorded
    record OnSound(String voiceId, SideSound sound) implements Focus {}

    /// A chord.
    record OnChord(Harmony.Change change) implements Focus {}

    /// A protected stretch.
    record OnProtection(String voiceId, Protection protection) implements Focus {}
}
