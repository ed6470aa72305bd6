package zelvan.desktop;

import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Label;
import javafx.stage.Stage;
import javafx.stage.WindowEvent;
import zelvan.desktop.model.Prints;
import zelvan.desktop.theme.Theme;

/// What is asked when the window is to be closed while files are still being printed.
final class Closing {
    private static final ButtonType WAIT =
            new ButtonType("Close when it is done", ButtonBar.ButtonData.OK_DONE);
    private static final ButtonType STOP =
            new ButtonType("Stop printing and close", ButtonBar.ButtonData.LEFT);

    private final Prints prints;
    private final Theme theme;
    private final Stage stage;

    Closing(Prints prints, Theme theme, Stage stage) {
        this.prints = prints;
        this.theme = theme;
        this.stage = stage;
    }

    void asked(WindowEvent event) {
        if (!prints.running().get()) {
            return;
        }
        event.consume();
        Alert ask =
                theme.sheet(
                        "closing-sheet",
                        "Print",
                        new Label("Files are still being printed."),
                        WAIT,
                        STOP,
                        ButtonType.CANCEL);
        ask.initOwner(stage);
        ask.resultProperty()
                .subscribe(answer -> {
                    if (answer == WAIT) {
                        close(Prints.Ending.WHOLE);
                    } else if (answer == STOP) {
                        prints.background().cancel();
                        close(Prints.Ending.CANCELLED);
                    }
                });
        ask.show();
    }

    /// Closes when the print has ended; not if it ended in a way of which the user must be told.
    private void close(Prints.Ending agreed) {
        prints.whenEnded(ending -> {
            if (ending == agreed || ending == Prints.Ending.WHOLE) {
                stage.close();
            }
        });
    }
}
