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

    public static void scrolled(Desk desk, PaintedRegion region, ScrollEvent event) {
        Viewport view = desk.sight().viewport().get();
        double width = region.getWidth();
        double song = Math.max(1, desk.derived().get().seconds() + VoiceAnalysis.HOP_SECONDS);
        double along =
                event.getDeltaX() != 0
                        ? event.getDeltaX()
                        : event.isShiftDown() ? event.getDeltaY() : 0;
        if (along != 0) {
            desk.sight().show(view.moved(-along / width * view.seconds(), song));
        } else if (event.getDeltaY() != 0) {
            double factor = event.getDeltaY() > 0 ? ZOOM_STEP : 1 / ZOOM_STEP;
            desk.sight().show(view.zoomed(factor, view.secondsAt(event.getX(), width), song));
        }
        event.consume();
    }
}
