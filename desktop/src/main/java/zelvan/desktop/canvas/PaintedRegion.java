package zelvan.desktop.canvas;

import javafx.application.Platform;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;

/// A region whose content is painted. Asking for a repaint many times in a frame paints once.
public final class PaintedRegion extends Region {
    /// Paints everything.
    public interface Painter {
        void paint(GraphicsContext context, double width, double height);
    }

    private final Canvas canvas = new Canvas();
    private final Painter painter;
    private boolean asked;

    public PaintedRegion(Painter painter) {
        this.painter = painter;
        canvas.setMouseTransparent(true);
        getChildren().add(canvas);
    }

    @Override
    protected void layoutChildren() {
        if (canvas.getWidth() != getWidth() || canvas.getHeight() != getHeight()) {
            canvas.setWidth(getWidth());
            canvas.setHeight(getHeight());
            paintNow();
        }
    }

    /// Paints before the next frame.
    public void repaint() {
        if (!asked) {
            asked = true;
            Platform.runLater(this::paintNow);
        }
    }

    private void paintNow() {
        asked = false;
        if (getWidth() > 0 && getHeight() > 0) {
            GraphicsContext context = canvas.getGraphicsContext2D();
            context.clearRect(0, 0, getWidth(), getHeight());
            painter.paint(context, getWidth(), getHeight());
        }
    }
}
