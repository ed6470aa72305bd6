package zelvan.desktop;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.kordamp.ikonli.feather.Feather;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Documents;
import zelvan.session.Autosave;

/// Stands where nothing is open yet: what to do first, and what earlier runs left unsaved.
final class EmptyView {
    private static final int MOST_LEFT_SHOWN = 5;

    private final Desk desk;
    private final Documents documents;
    private final VBox left = new VBox(6);
    private final VBox box;

    EmptyView(Desk desk, Documents documents, Runnable chooseFolder, Runnable openSession) {
        this.desk = desk;
        this.documents = documents;
        Label first = new Label("Drop a folder of voices here");
        first.getStyleClass().add("empty-title");
        Label then = new Label("The lead is found by its name, everything else lines up with it.");
        then.getStyleClass().add("quiet");
        Button folder = new Button("Choose a folder…");
        folder.setId("choose-folder");
        folder.setOnAction(e -> chooseFolder.run());
        Button session = new Button("Open a session…");
        session.setOnAction(e -> openSession.run());
        HBox buttons = new HBox(10, folder, session);
        buttons.setAlignment(Pos.CENTER);
        left.setAlignment(Pos.CENTER);
        box = new VBox(14, first, then, buttons, left);
        box.setAlignment(Pos.CENTER);
        box.setId("empty");
        desk.history().subscribe(ignored -> refresh());
    }

    Node node() {
        return box;
    }

    private void refresh() {
        left.getChildren()
                .setAll(
                        desk.session().voices().isEmpty()
                                ? documents.unsavedSessions().stream()
                                        .limit(MOST_LEFT_SHOWN)
                                        .map(this::row)
                                        .toList()
                                : List.of());
    }

    private HBox row(Autosave.Left unsaved) {
        Button goOn =
                new Button(
                        "Go on with “"
                                + Documents.nameOf(unsaved)
                                + "” of "
                                + Documents.whenOf(unsaved)
                                + ", which was not saved");
        goOn.getStyleClass().add("go-on");
        goOn.setOnAction(e -> documents.goOn(unsaved));
        Button away = new Button();
        away.setGraphic(Theme.icon(Feather.TRASH_2));
        away.setTooltip(new Tooltip("Throw it away"));
        away.setAccessibleText("Throw “" + Documents.nameOf(unsaved) + "” away");
        away.setOnAction(e -> {
            documents.throwAway(unsaved);
            refresh();
        });
        HBox row = new HBox(6, goOn, away);
        row.setAlignment(Pos.CENTER);
        return row;
    }
}
