package zelvan.desktop.canvas;

import java.util.List;
import java.util.function.DoubleUnaryOperator;
import javafx.scene.Node;
import javafx.scene.shape.Rectangle;

/// The line that tells where the song is heard.
public final class Playhead implements PaintedRegion.Overlay {
    private final Rectangle line = new Rectangle(1, 0);
    private final DoubleUnaryOperator place;

    /// @param place where it is in a picture of a width, both in pixels
    public Playhead(DoubleUnaryOperator place) {
        this.place = place;
        line.getStyleClass().add("playhead");
    }

    @Override
    public List<Node> nodes() {
        return List.of(line);
    }

    @Override
    public void place(double width, double height) {
        double x = place.applyAsDouble(width);
        line.setVisible(x >= 0 && x <= width);
        line.setTranslateX(x - 0.5);
        line.setHeight(height);
    }
}
