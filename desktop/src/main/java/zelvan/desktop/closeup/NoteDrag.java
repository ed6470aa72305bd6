package zelvan.desktop.closeup;

import java.util.List;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.NoteWork;
import zelvan.session.Gesture;

/// A note on its way to another pitch, with the same note of the other selected voices.
final class NoteDrag {
    private final AppModel model;
    private final PitchScale scale;
    private final double fromY;
    private final Gesture gesture;
    private final List<NoteWork.Taken> taken;

    /// @param scale as it was when the drag began: it may move below the mouse
    NoteDrag(AppModel model, PitchScale scale, double y) {
        this.model = model;
        this.scale = scale;
        fromY = y;
        gesture = Gesture.begin();
        taken = model.notes().taken();
    }

    /// @param snapping to the nearest tone of the key
    void to(double y, boolean snapping) {
        if (taken.isEmpty()) {
            return;
        }
        double moved = scale.centsAt(y) - scale.centsAt(fromY);
        double snap = snapping ? model.notes().toNearestTone(taken.getFirst().cents() + moved) : 0;
        model.notes().move(taken, moved + snap, gesture);
    }
}
