package zelvan.desktop.closeup;

import javafx.scene.input.ScrollEvent;
import zelvan.analysis.VoiceAnalysis;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Viewport;

/// The wheel over a lens: zooms, with shift moves along.
final class TimeWheel {
    private static final double ZOOM_STEP = 0.85;

    private TimeWheel() {}

    static void scrolled(AppModel model, PaintedRegion region, ScrollEvent event) {
        Viewport view = model.viewport().get();
        double width = region.getWidth();
        double song = Math.max(1, model.derived().get().seconds() + VoiceAnalysis.HOP_SECONDS);
        double along =
                event.getDeltaX() != 0
                        ? event.getDeltaX()
                        : event.isShiftDown() ? event.getDeltaY() : 0;
        if (along != 0) {
            model.viewport().set(view.moved(-along / width * view.seconds(), song));
        } else if (event.getDeltaY() != 0) {
            double factor = event.getDeltaY() > 0 ? ZOOM_STEP : 1 / ZOOM_STEP;
            model.viewport().set(view.zoomed(factor, view.secondsAt(event.getX(), width), song));
        }
        event.consume();
    }
}
