package zelvan.desktop.lockmap;

import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.shape.Rectangle;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.canvas.Playhead;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;

/// What moves over the lock map: the playhead, and the frame of what the close-up shows.
final class LockMapOverlay implements PaintedRegion.Overlay {
    private static final double EDGE_PIXELS = 3;

    private final Desk desk;
    private final Rectangle veil = new Rectangle();
    private final Rectangle edge = new Rectangle();
    private final Playhead playhead;

    LockMapOverlay(Desk desk) {
        this.desk = desk;
        playhead =
                new Playhead(width -> geometry(width).x(desk.hearing().player().positionSeconds()));
        veil.getStyleClass().add("shown-stretch");
        edge.getStyleClass().add("shown-stretch-edge");
        veil.setY(LockMapPainter.RULER_HEIGHT);
        edge.setY(LockMapPainter.RULER_HEIGHT - EDGE_PIXELS);
        edge.setHeight(EDGE_PIXELS);
    }

    private LockMapGeometry geometry(double width) {
        return LockMapGeometry.of(desk, width);
    }

    @Override
    public List<Node> nodes() {
        return Stream.concat(Stream.of(veil, edge), playhead.nodes().stream()).toList();
    }

    @Override
    public void place(double width, double height) {
        Viewport view = desk.sight().viewport().get();
        LockMapGeometry geometry = geometry(width);
        double from = Math.clamp(geometry.x(view.startSeconds()), 0, width);
        double to = Math.clamp(geometry.x(view.endSeconds()), from, width);
        for (Rectangle frame : List.of(veil, edge)) {
            frame.setX(from);
            frame.setWidth(to - from);
        }
        veil.setHeight(Math.max(0, height - LockMapPainter.RULER_HEIGHT));
        playhead.place(width, height);
    }
}
