package zelvan.desktop.closeup.pitch;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.canvas.GraphicsContext;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;

/// A frame drawn around notes, from where the mouse was pressed to where it is, pixels.
record NoteFrame(double fromX, double fromY, double toX, double toY) {
    NoteFrame to(double x, double y) {
        return new NoteFrame(fromX, fromY, x, y);
    }

    private double left() {
        return Math.min(fromX, toX);
    }

    private double top() {
        return Math.min(fromY, toY);
    }

    private double right() {
        return Math.max(fromX, toX);
    }

    private double bottom() {
        return Math.max(fromY, toY);
    }

    /// The notes of the voices that can be worked on whose rails it touches.
    List<Focus.OnNote> notes(
            PitchPicture picture, Selection selection, Viewport view, double width) {
        double from = view.secondsAt(left(), width);
        double to = view.secondsAt(right(), width);
        List<Focus.OnNote> notes = new ArrayList<>();
        for (PitchLine line : picture.workedOn(selection)) {
            for (PitchLine.Rail rail : line.rails()) {
                double y = picture.scale().y(rail.cents()) - line.lift();
                if (rail.toSeconds() > from
                        && rail.fromSeconds() < to
                        && y >= top()
                        && y <= bottom()) {
                    notes.add(new Focus.OnNote(line.lane().voice().id(), rail.note().span()));
                }
            }
        }
        return notes;
    }

    void paint(GraphicsContext g, Palette colours) {
        g.setStroke(colours.accent());
        g.setLineWidth(1);
        g.setLineDashes(4, 3);
        g.strokeRect(left() + 0.5, top() + 0.5, right() - left(), bottom() - top());
        g.setLineDashes();
    }
}
