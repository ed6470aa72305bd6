package zelvan.desktop.closeup;

import javafx.animation.Interpolator;
import javafx.animation.KeyFrame;
import javafx.animation.KeyValue;
import javafx.animation.Timeline;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.util.Duration;
import zelvan.desktop.canvas.Frames;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.theme.Theme;
import zelvan.play.Version;

/// The close-up: guide and voices of one stretch, in time.
public final class CloseUpView {
    private static final Duration SLIDE = Duration.millis(220);

    private final AppModel model;
    private final PaintedRegion region;
    private final CloseUpGestures gestures;
    private final ScrollPane scroll;
    private final DoubleProperty locked = new SimpleDoubleProperty(1);
    private final Timeline slide = new Timeline();

    public CloseUpView(AppModel model, Theme theme) {
        this.model = model;
        CloseUpPainter painter = new CloseUpPainter(model, theme);
        region = new PaintedRegion((g, w, h) -> paint(painter, g, w, h));
        region.setId("close-up");
        region.setFocusTraversable(true);
        region.setAccessibleText("Close-up: guide and voices in time");
        gestures = new CloseUpGestures(model, region);
        scroll = new ScrollPane(region);
        scroll.setFitToWidth(true);
        scroll.setFitToHeight(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        locked.subscribe(ignored -> region.repaint());
        model.history().subscribe(ignored -> refresh());
        model.derived().subscribe(ignored -> refresh());
        model.selection().subscribe(ignored -> refresh());
        model.focus().subscribe(ignored -> region.repaint());
        model.viewport().subscribe(ignored -> region.repaint());
        model.playback().version().subscribe(this::slideTo);
        theme.palette().subscribe(ignored -> region.repaint());
        Frames.whenMoved(region, model.playback().player()::positionSeconds, region::repaint);
    }

    private void paint(
            CloseUpPainter painter,
            javafx.scene.canvas.GraphicsContext g,
            double width,
            double height) {
        gestures.locked(locked.get());
        painter.paint(g, width, height, locked.get(), gestures.drag());
    }

    private void refresh() {
        region.setMinHeight(Lane.heightOfAll(model));
        region.repaint();
    }

    /// The ribbons slide to their places.
    private void slideTo(Version version) {
        slide.stop();
        double target = version == Version.LOCKED ? 1 : 0;
        slide.getKeyFrames()
                .setAll(new KeyFrame(SLIDE, new KeyValue(locked, target, Interpolator.EASE_BOTH)));
        slide.play();
    }

    public Node node() {
        return scroll;
    }
}
