package zelvan.desktop.sheets;

import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Label;
import javafx.stage.Stage;
import javafx.stage.WindowEvent;
import zelvan.desktop.desk.Job;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Prints;

/// What is asked when the window is to be closed while files are still being printed.
public final class ClosingSheet {
    private static final ButtonType WAIT =
            new ButtonType("Close when it is done", ButtonBar.ButtonData.OK_DONE);
    private static final ButtonType STOP =
            new ButtonType("Stop printing and close", ButtonBar.ButtonData.LEFT);

    private final Job printing;
    private final Prints prints;
    private final Theme theme;
    private final Stage stage;

    /// @param printing the print that may be running
    public ClosingSheet(Job printing, Prints prints, Theme theme, Stage stage) {
        this.printing = printing;
        this.prints = prints;
        this.theme = theme;
        this.stage = stage;
    }

    public void asked(WindowEvent event) {
        if (!printing.running().get()) {
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
                        printing.cancel();
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
