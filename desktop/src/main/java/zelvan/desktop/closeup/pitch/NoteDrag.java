package zelvan.desktop.closeup.pitch;

import java.util.List;
import zelvan.desktop.acts.Notes;
import zelvan.desktop.desk.Desk;
import zelvan.session.Gesture;

/// A note on its way to another pitch, with the same note of the other selected voices.
final class NoteDrag {
    private final Desk desk;
    private final PitchScale scale;
    private final double fromY;
    private final Gesture gesture;
    private final List<Notes.Taken> taken;

    /// @param scale as it was when the drag began: it may move below the mouse
    NoteDrag(Desk desk, PitchScale scale, double y) {
        this.desk = desk;
        this.scale = scale;
        fromY = y;
        gesture = Gesture.begin();
        taken = new Notes(desk.now()).taken();
    }

    /// @param snapping to the nearest tone of the key
    void to(double y, boolean snapping) {
        if (taken.isEmpty()) {
            return;
        }
        double moved = scale.centsAt(y) - scale.centsAt(fromY);
        double snap =
                snapping
                        ? new Notes(desk.now()).toNearestTone(taken.getFirst().cents() + moved)
                        : 0;
        desk.act(now -> new Notes(now).move(taken, moved + snap), gesture);
    }
}
