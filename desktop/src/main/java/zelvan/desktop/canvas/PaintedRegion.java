package zelvan.desktop.canvas;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;

/// A region whose content is painted: what stands is a picture, and what moves (a playhead) are
/// nodes over it, so that only where they were and where they are is drawn again. It is painted
/// together with everything else that changes, once a frame however often it is asked for.
public final class PaintedRegion extends Region {
    /// Paints everything that stands.
    public interface Painter {
        void paint(GraphicsContext context, double width, double height);
    }

    /// What moves over the picture.
    public interface Overlay {
        List<Node> nodes();

        /// Puts the nodes where they belong in a region of this size, pixels.
        void place(double width, double height);
    }

    private static final Overlay NOTHING =
            new Overlay() {
                @Override
                public List<Node> nodes() {
                    return List.of();
                }

                @Override
                public void place(double width, double height) {}
            };

    private final Canvas canvas = new Canvas();
    private final Painter painter;
    private final Overlay over;
    private boolean asked;

    public PaintedRegion(Painter painter) {
        this(painter, NOTHING);
    }

    public PaintedRegion(Painter painter, Overlay over) {
        this.painter = painter;
        this.over = over;
        canvas.setMouseTransparent(true);
        getChildren().add(canvas);
        for (Node node : over.nodes()) {
            node.setManaged(false);
            node.setMouseTransparent(true);
            getChildren().add(node);
        }
    }

    @Override
    protected void layoutChildren() {
        if (canvas.getWidth() != getWidth() || canvas.getHeight() != getHeight()) {
            canvas.setWidth(getWidth());
            canvas.setHeight(getHeight());
            asked = true;
        }
        if (asked) {
            asked = false;
            paint();
        }
    }

    /// Paints with the next frame, and puts what moves in its place.
    public void repaint() {
        asked = true;
        setNeedsLayout(true);
    }

    /// Puts what moves in its place.
    public void placeOver() {
        over.place(getWidth(), getHeight());
    }

    private void paint() {
        if (getWidth() > 0 && getHeight() > 0) {
            GraphicsContext context = canvas.getGraphicsContext2D();
            context.clearRect(0, 0, getWidth(), getHeight());
            painter.paint(context, getWidth(), getHeight());
            placeOver();
        }
    }
}
