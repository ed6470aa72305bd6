package zelvan.desktop.canvas;

import javafx.scene.control.ScrollPane;

/// How panes behave that hold what is painted often.
public final class Panes {
    private Panes() {}

    /// A scroll pane keeps a picture of what it shows, and draws all of it anew when anything in it
    /// moves; without the picture only what has moved is drawn.
    public static void drawOnlyChanges(ScrollPane pane) {
        pane.skinProperty()
                .subscribe(skin -> pane.lookupAll(".viewport").forEach(v -> v.setCache(false)));
    }
}
