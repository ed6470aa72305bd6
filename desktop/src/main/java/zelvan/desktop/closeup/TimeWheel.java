package zelvan.desktop.closeup;

import javafx.scene.input.ScrollEvent;
import zelvan.analysis.VoiceAnalysis;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;

/// The wheel over a lens: zooms, with shift moves along.
public final class TimeWheel {
    private static final double ZOOM_STEP = 0.85;

    private TimeWheel() {}

    /// With Ctrl closer or further, with Shift along.
    ///
    /// @param rows whether the wheel alone scrolls rows, and not along
    public static void scrolled(Desk desk, PaintedRegion region, ScrollEvent event, boolean rows) {
        Viewport view = desk.sight().viewport().get();
        double width = region.getWidth();
        double song = Math.max(1, desk.derived().get().seconds() + VoiceAnalysis.HOP_SECONDS);
        if (event.isShortcutDown() && event.getDeltaY() != 0) {
            double factor = event.getDeltaY() > 0 ? ZOOM_STEP : 1 / ZOOM_STEP;
            desk.sight().show(view.zoomed(factor, view.secondsAt(event.getX(), width), song));
        } else {
            boolean upright = event.getDeltaX() == 0;
            if (upright && rows && !event.isShiftDown()) {
                return;
            }
            double along = upright ? event.getDeltaY() : event.getDeltaX();
            desk.sight().show(view.moved(-along / width * view.seconds(), song));
        }
        event.consume();
    }
}
