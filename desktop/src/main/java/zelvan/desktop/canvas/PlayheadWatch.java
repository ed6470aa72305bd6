package zelvan.desktop.canvas;

import java.util.function.DoubleSupplier;
import javafx.animation.AnimationTimer;

/// Says when the playhead has moved, at most once a picture.
public final class PlayheadWatch {
    private PlayheadWatch() {}

    /// @param position of the playhead, seconds
    /// @param moved is run on the window's thread
    public static void start(DoubleSupplier position, Runnable moved) {
        new AnimationTimer() {
            private double last = -1;

            @Override
            public void handle(long now) {
                double seconds = position.getAsDouble();
                if (seconds != last) {
                    last = seconds;
                    moved.run();
                }
            }
        }.start();
    }
}
