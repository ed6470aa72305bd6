package zelvan.desktop.closeup;

import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import zelvan.analysis.Note;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Focus;
import zelvan.desktop.model.Selection;
import zelvan.desktop.model.Viewport;

/// Mouse in the Pitch lens. A note: click to choose it. Anywhere: click to play from there. The
/// time axis: drag to scrub. Wheel to zoom, with shift to move along.
final class PitchGestures {
    private static final double REACH_PIXELS = 9;

    private final AppModel model;
    private final PaintedRegion region;
    private final DoubleSupplier locked;
    private final BooleanSupplier fan;
    private boolean scrubbing;

    PitchGestures(
            AppModel model, PaintedRegion region, DoubleSupplier locked, BooleanSupplier fan) {
        this.model = model;
        this.region = region;
        this.locked = locked;
        this.fan = fan;
        region.setOnMousePressed(this::pressed);
        region.setOnMouseDragged(this::dragged);
        region.setOnMouseReleased(this::released);
        region.setOnScroll(e -> TimeWheel.scrolled(model, region, e));
    }

    private double secondsAt(double x) {
        Viewport view = model.viewport().get();
        return view.secondsAt(x, region.getWidth());
    }

    private void pressed(MouseEvent event) {
        region.requestFocus();
        scrubbing = event.getY() < Lane.RULER_HEIGHT;
        if (event.getButton() == MouseButton.PRIMARY && !scrubbing) {
            model.focus().set(noteAt(event).orElse(Focus.NOTHING));
            region.repaint();
        }
    }

    private Optional<Focus> noteAt(MouseEvent event) {
        PitchPainter.Picture picture =
                PitchPainter.picture(
                        model, region.getHeight(), locked.getAsDouble(), fan.getAsBoolean());
        double seconds = secondsAt(event.getX());
        for (PitchLine line : picture.voices()) {
            double cents = picture.scale().centsAt(event.getY() + line.lift());
            double reach = REACH_PIXELS * 100 / picture.scale().halfTone();
            Optional<Note> note = line.noteAt(seconds, cents, reach);
            if (note.isPresent()) {
                String id = line.lane().voice().id();
                Selection now = model.selection().get();
                model.select(new Selection(Optional.empty(), List.of(id), now.phrase()));
                return Optional.of(new Focus.OnNote(id, note.get().span()));
            }
        }
        return Optional.empty();
    }

    private void dragged(MouseEvent event) {
        if (scrubbing) {
            model.playback().player().scrub(Math.max(0, secondsAt(event.getX())));
        }
    }

    private void released(MouseEvent event) {
        model.playback().player().endScrub();
        if (event.getButton() == MouseButton.PRIMARY && event.isStillSincePress()) {
            model.playback().seek(Math.max(0, secondsAt(event.getX())));
        }
        region.repaint();
    }
}
