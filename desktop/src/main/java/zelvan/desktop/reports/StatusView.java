package zelvan.desktop.reports;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.collections.ListChangeListener;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.kordamp.ikonli.feather.Feather;
import zelvan.derived.Derived;
import zelvan.desktop.acts.Doubts;
import zelvan.desktop.acts.Tracks;
import zelvan.desktop.canvas.Frames;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Job;
import zelvan.desktop.desk.Message;
import zelvan.desktop.keys.Commands;
import zelvan.desktop.theme.Theme;
import zelvan.measure.Combing;
import zelvan.play.Player;
import zelvan.session.Voice;
import zelvan.units.Clock;

/// The bar below: doubtful places, what is being done, the history, the output; and above it what
/// went wrong.
public final class StatusView {
    private final Desk desk;
    private final Button doubts = new Button();
    private final Button places = new Button();
    private final Button combing = new Button();
    private final Label state = new Label();
    private final ProgressBar progress = new ProgressBar();
    private final Button cancel = new Button("Cancel");
    private final Button history = new Button();
    private final VBox messages = new VBox(2);
    private final Label output = new Label();
    private final VBox root;

    public StatusView(Desk desk, Commands commands) {
        this.desk = desk;
        doubts.setId("doubts");
        doubts.setTooltip(new Tooltip(commands.get("next-doubt").tip()));
        doubts.setOnAction(e -> commands.get("next-doubt").action().run());
        places.setId("doubt-list");
        places.setAccessibleText("All doubtful places");
        places.setGraphic(Theme.icon(Feather.LIST));
        places.setTooltip(new Tooltip("All doubtful places"));
        places.setOnAction(e -> showDoubts());
        combing.setId("combing");
        combing.setTooltip(
                new Tooltip("Voices so alike that they comb; slack lets them sound apart again"));
        combing.setOnAction(e -> showCombing());
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
        HBox bar =
                new HBox(
                        12, doubts, places, combing, progress, cancel, state, space, history,
                        output);
        bar.setAlignment(Pos.CENTER_LEFT);
        bar.setPadding(new Insets(5, 14, 5, 14));
        bar.getStyleClass().add("status");
        messages.setId("messages");
        messages.getStyleClass().add("messages");
        root = new VBox(messages, bar);
        desk.derived().subscribe(ignored -> refresh());
        desk.combing().subscribe(ignored -> refresh());
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

    private void refresh() {
        refreshWork();
        Derived derived = desk.derived().get();
        int count =
                derived.session().voices().stream()
                        .mapToInt(voice -> derived.doubts(voice).size())
                        .sum();
        doubts.setText(
                count == 0
                        ? "no doubtful places"
                        : count == 1 ? "1 doubtful place ▸" : count + " doubtful places ▸");
        doubts.setDisable(count == 0);
        places.setDisable(count == 0);
        int alike = desk.combing().get().size();
        combing.setText(alike == 1 ? "1 phrase combs" : alike + " phrases comb");
        combing.setVisible(alike > 0);
        combing.setManaged(alike > 0);
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

    /// All doubtful places and why, in a list that scrolls; a click goes there.
    private void showDoubts() {
        ListView<Doubts.Place> list = new ListView<>();
        list.setId("places");
        list.getStyleClass().add("places");
        list.getItems().setAll(Doubts.in(desk.derived().get()));
        list.setCellFactory(ignored -> new PlaceCell());
        ContextMenu menu = new ContextMenu(new CustomMenuItem(list, false));
        list.setOnMouseClicked(e -> visitChosen(list, menu));
        list.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER) {
                visitChosen(list, menu);
            } else if (e.getCode() == KeyCode.ESCAPE) {
                menu.hide();
            }
        });
        menu.show(places, Side.TOP, 0, 0);
        list.requestFocus();
    }

    private void visitChosen(ListView<Doubts.Place> list, ContextMenu menu) {
        Doubts.Place chosen = list.getSelectionModel().getSelectedItem();
        if (chosen != null) {
            menu.hide();
            desk.visit(chosen);
        }
    }

    private static final class PlaceCell extends ListCell<Doubts.Place> {
        @Override
        protected void updateItem(Doubts.Place place, boolean empty) {
            super.updateItem(place, empty);
            setText(empty || place == null ? "" : words(place));
        }

        private static String words(Doubts.Place place) {
            double seconds = place.doubt().span().startSeconds();
            return String.format(
                    Locale.ROOT,
                    "%s  %s: %s",
                    Clock.text(seconds, 1),
                    place.voice().name(),
                    place.doubt().reason().words());
        }
    }

    /// Who combs with whom and where; a click opens the two with slack, or goes there.
    private void showCombing() {
        ContextMenu menu = new ContextMenu();
        for (Combing pair : desk.combing().get()) {
            Optional<Voice> voice = desk.session().voice(pair.voiceId());
            Optional<Voice> other = desk.session().voice(pair.otherId());
            if (voice.isEmpty() || other.isEmpty()) {
                continue;
            }
            double seconds = pair.phrase().startSeconds();
            String where =
                    String.format(
                            Locale.ROOT,
                            "%s  %s with %s: ",
                            Clock.text(seconds, 1),
                            voice.get().name(),
                            other.get().name());
            String what =
                    pair.openingSlackSeconds()
                            .map(s ->
                                    String.format(Locale.ROOT, "open with %.0f ms slack", s * 1000))
                            .orElse("the same take twice; slack cannot open it");
            MenuItem item = new MenuItem(where + what);
            item.setOnAction(e -> {
                desk.visit(pair.voiceId(), pair.phrase());
                desk.act(now -> new Tracks(now).open(pair));
            });
            menu.getItems().add(item);
        }
        menu.show(combing, Side.TOP, 0, 0);
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
