package zelvan.desktop.canvas;

import javafx.scene.input.MouseEvent;

/// Tells a click from a drag. Edges and notes are moved by little: the toolkit's own measure of a
/// still hand, some twenty pixels, is too coarse for them.
public final class Press {
    private static final double STILL_PIXELS = 3;

    private double x;
    private double y;
    private boolean still = true;

    /// The button goes down.
    public void begin(MouseEvent event) {
        x = event.getX();
        y = event.getY();
        still = true;
    }

    /// The mouse moves with the button down; a hand that comes back is not still any more.
    public void follow(MouseEvent event) {
        still &= Math.hypot(event.getX() - x, event.getY() - y) < STILL_PIXELS;
    }

    /// Whether the mouse has not moved since.
    public boolean isStill() {
        return still;
    }

    /// Where the button went down, pixels.
    public double x() {
        return x;
    }

    public double y() {
        return y;
    }
}
