package zelvan.desktop.canvas;

import java.util.function.DoubleSupplier;
import javafx.animation.AnimationTimer;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.stage.Window;

/// Does something with every picture of a window, as long as the window is open.
public final class Frames {
    private Frames() {}

    /// @param node runs as long as this is shown
    /// @param action is run on the window's thread
    public static void whileShown(Node node, Runnable action) {
        AnimationTimer timer =
                new AnimationTimer() {
                    @Override
                    public void handle(long now) {
                        action.run();
                    }
                };
        node.sceneProperty()
                .flatMap(Scene::windowProperty)
                .flatMap(Window::showingProperty)
                .orElse(false)
                .subscribe(shown -> {
                    if (shown) {
                        timer.start();
                    } else {
                        timer.stop();
                    }
                });
    }

    /// Says when the playhead has moved, at most once a picture.
    ///
    /// @param position of the playhead, seconds
    public static void whenMoved(Node node, DoubleSupplier position, Runnable moved) {
        double[] last = {-1};
        whileShown(
                node,
                () -> {
                    double seconds = position.getAsDouble();
                    if (seconds != last[0]) {
                        last[0] = seconds;
                        moved.run();
                    }
                });
    }
}
