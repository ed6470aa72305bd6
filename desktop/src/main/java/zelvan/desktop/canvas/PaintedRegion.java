package zelvan.desktop.canvas;

import javafx.application.Platform;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;

/// A region whose content is painted, in two layers: what stands, and over it what moves (a
/// playhead), so that what stands is not painted again for it. Asking for a repaint many times in a
/// frame paints once.
public final class PaintedRegion extends Region {
    /// Paints everything.
    public interface Painter {
        void paint(GraphicsContext context, double width, double height);
    }

    private final Layer standing;
    private final Layer moving;

    public PaintedRegion(Painter painter) {
        this(painter, (context, width, height) -> {});
    }

    /// @param over paints what moves
    public PaintedRegion(Painter painter, Painter over) {
        standing = new Layer(painter);
        moving = new Layer(over);
        getChildren().addAll(standing.canvas, moving.canvas);
    }

    @Override
    protected void layoutChildren() {
        standing.fit();
        moving.fit();
    }

    /// Paints both layers before the next frame.
    public void repaint() {
        standing.repaint();
        moving.repaint();
    }

    /// Paints what moves before the next frame.
    public void repaintOver() {
        moving.repaint();
    }

    private final class Layer {
        private final Canvas canvas = new Canvas();
        private final Painter painter;
        private boolean asked;

        Layer(Painter painter) {
            this.painter = painter;
            canvas.setMouseTransparent(true);
        }

        void fit() {
            if (canvas.getWidth() != getWidth() || canvas.getHeight() != getHeight()) {
                canvas.setWidth(getWidth());
                canvas.setHeight(getHeight());
                paintNow();
            }
        }

        void repaint() {
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
}
