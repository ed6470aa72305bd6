package zelvan.desktop.closeup.pitch;

import java.util.List;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Notes;
import zelvan.desktop.desk.Desk;
import zelvan.session.Gesture;

/// A note on its way to another pitch, with the others that have the focus.
final class NoteDrag {
    private final Desk desk;
    private final PitchScale scale;
    private final double fromY;
    private final Gesture gesture;
    private final List<Notes.Taken> taken;
    private final double heldCents;

    /// @param held the note that is under the mouse: it is the one that goes to a tone
    /// @param scale as it was when the drag began: it may move below the mouse
    NoteDrag(Desk desk, Focus.OnNote held, PitchScale scale, double y) {
        this.desk = desk;
        this.scale = scale;
        fromY = y;
        gesture = Gesture.begin();
        taken = new Notes(desk.now()).taken();
        heldCents =
                taken.stream()
                        .filter(t -> held.equals(new Focus.OnNote(t.voiceId(), t.edit().span())))
                        .mapToDouble(Notes.Taken::cents)
                        .findFirst()
                        .orElse(Double.NaN);
    }

    /// @param snapping to the nearest tone of the key
    void to(double y, boolean snapping) {
        if (Double.isNaN(heldCents)) {
            return;
        }
        double moved = scale.centsAt(y) - scale.centsAt(fromY);
        double snap = snapping ? new Notes(desk.now()).toNearestTone(heldCents + moved) : 0;
        desk.act(now -> new Notes(now).move(taken, moved + snap), gesture);
    }
}
