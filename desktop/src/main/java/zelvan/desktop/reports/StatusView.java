package zelvan.desktop.reports;

import java.util.List;
import java.util.Locale;
import javafx.collections.ListChangeListener;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.kordamp.ikonli.feather.Feather;
import zelvan.desktop.canvas.Frames;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Job;
import zelvan.desktop.desk.Message;
import zelvan.desktop.theme.Theme;
import zelvan.play.Player;

/// The bar below: what is being done, the history, the output; and above it what went wrong.
public final class StatusView {
    private final Desk desk;
    private final Label state = new Label();
    private final ProgressBar progress = new ProgressBar();
    private final Button cancel = new Button("Cancel");
    private final Button history = new Button();
    private final VBox messages = new VBox(2);
    private final Label output = new Label();
    private final VBox root;

    public StatusView(Desk desk) {
        this.desk = desk;
        state.setId("state");
        progress.setId("progress");
        progress.setPrefWidth(140);
        cancel.setId("cancel");
        cancel.setOnAction(e -> shown().cancel());
        history.setId("history");
        history.setOnAction(e -> showHistory());
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        Frames.whileShown(output, this::refreshOutput);
        output.setId("output");
        output.getStyleClass().add("quiet");
        output.setTooltip(
                new Tooltip("Where sound goes, and how long a change takes until it is heard"));
        HBox bar = new HBox(12, progress, cancel, state, space, history, output);
        bar.setAlignment(Pos.CENTER_LEFT);
        bar.setPadding(new Insets(5, 14, 5, 14));
        bar.getStyleClass().add("status");
        messages.setId("messages");
        messages.getStyleClass().add("messages");
        root = new VBox(messages, bar);
        desk.derived().subscribe(ignored -> refreshWork());
        desk.stale().subscribe(ignored -> refreshWork());
        desk.stopped().subscribe(ignored -> refreshWork());
        desk.deriving().words().subscribe(ignored -> refreshWork());
        desk.deriving().share().subscribe(ignored -> refreshWork());
        desk.printing().words().subscribe(ignored -> refreshWork());
        desk.printing().share().subscribe(ignored -> refreshWork());
        desk.history().subscribe(ignored -> refreshHistory());
        desk.messages().addListener((ListChangeListener<Message>) change -> refreshMessages());
        refreshMessages();
    }

    private void refreshOutput() {
        Player player = desk.hearing().player();
        String text =
                String.format(
                        Locale.ROOT,
                        "output: %s, %.0f ms",
                        player.outputName(),
                        1000 * player.latencySeconds());
        if (text.equals(output.getText())) {
            return;
        }
        if (!output.getText().isEmpty()) {
            desk.say(
                    player.standsIn()
                            ? "The sound card is gone: playing goes on without sound. It is looked for again; check its plug."
                            : "The sound card is there again.");
        }
        output.setText(text);
    }

    public Node node() {
        return root;
    }

    private void refreshHistory() {
        history.setText(
                desk.history().get().undoTitle().map(t -> "Undo: " + t).orElse("nothing to undo"));
        refreshWork();
    }

    private void refreshWork() {
        Job shown = shown();
        boolean working = !shown.words().get().isEmpty();
        progress.setProgress(shown.share().get());
        progress.setVisible(working);
        progress.setManaged(working);
        cancel.setVisible(working);
        cancel.setManaged(working);
        state.setText(working ? shown.words().get() : idleState());
    }

    /// A print that is being written comes before what is worked out meanwhile.
    private Job shown() {
        return desk.printing().running().get() ? desk.printing() : desk.deriving();
    }

    private String idleState() {
        if (desk.stale().get()) {
            return desk.stopped().get()
                    ? "stopped: what is shown is older than the settings; change one to go on"
                    : "working…";
        }
        return desk.session().voices().isEmpty() ? "" : "all up to date";
    }

    /// All steps; a click goes there.
    private void showHistory() {
        ContextMenu menu = new ContextMenu();
        List<String> titles = desk.history().get().titles();
        for (int i = titles.size() - 1; i >= Math.max(0, titles.size() - 25); i--) {
            int step = i;
            boolean now = i == desk.history().get().position();
            MenuItem item = new MenuItem((now ? "●  " : "    ") + titles.get(i));
            item.setOnAction(e -> desk.goTo(step));
            menu.getItems().add(item);
        }
        menu.show(history, Side.TOP, 0, 0);
    }

    private void refreshMessages() {
        messages.getChildren().clear();
        for (Message message : List.copyOf(desk.messages())) {
            Label text = new Label(message.line());
            text.setWrapText(true);
            HBox.setHgrow(text, Priority.ALWAYS);
            Button close = new Button();
            close.setGraphic(Theme.icon(Feather.X));
            close.setAccessibleText("Put this message away");
            close.setOnAction(e -> desk.putAway(message));
            Region space = new Region();
            HBox.setHgrow(space, Priority.SOMETIMES);
            HBox line = new HBox(8, Theme.icon(Feather.INFO), text, space);
            for (Message.Offer offer : message.offers()) {
                Button take = new Button(offer.word());
                take.getStyleClass().add("offer");
                take.setMinWidth(Region.USE_PREF_SIZE);
                take.setOnAction(e -> {
                    desk.putAway(message);
                    offer.action().run();
                });
                line.getChildren().add(take);
            }
            line.getChildren().add(close);
            line.setAlignment(Pos.CENTER_LEFT);
            line.setPadding(new Insets(2, 14, 2, 14));
            messages.getChildren().add(line);
        }
    }
}
