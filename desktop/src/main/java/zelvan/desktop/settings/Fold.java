package zelvan.desktop.settings;

import java.util.List;
import java.util.Locale;
import javafx.beans.property.ObjectProperty;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.kordamp.ikonli.feather.Feather;
import zelvan.desktop.theme.Theme;

/// A part of the panel: a line with its name and its figures, and what can be set, which is folded
/// away while another part is open.
final class Fold {
    private final ToggleButton head;
    private final VBox body;
    private final VBox root;
    private final ObjectProperty<Fold> open;

    /// @param figures what stands in the line whether it is open or not
    /// @param open the part that is, for all of them
    Fold(String name, List<? extends Node> figures, List<Node> parts, ObjectProperty<Fold> open) {
        this.open = open;
        Label title = new Label(name);
        title.getStyleClass().add("fold-title");
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox line = new HBox(6, title, space);
        line.getChildren().addAll(figures);
        line.setAlignment(Pos.CENTER_LEFT);
        head = new ToggleButton();
        head.setId("fold-" + name.toLowerCase(Locale.ROOT));
        head.setAccessibleText(name);
        head.getStyleClass().setAll("fold");
        head.setMaxWidth(Double.MAX_VALUE);
        head.setGraphic(line);
        line.prefWidthProperty().bind(head.widthProperty().subtract(20));
        head.setOnAction(e -> {
            head.setSelected(true);
            open.set(this);
        });
        Node closed = Theme.icon(Feather.CHEVRON_RIGHT);
        Node opened = Theme.icon(Feather.CHEVRON_DOWN);
        line.getChildren().addFirst(closed);
        body = new VBox(4);
        body.getChildren().setAll(parts);
        body.setPadding(new Insets(0, 4, 2, 4));
        root = new VBox(2, head, body);
        open.subscribe(now -> {
            boolean shown = now == this;
            head.setSelected(shown);
            line.getChildren().set(0, shown ? opened : closed);
            body.setVisible(shown);
            body.setManaged(shown);
        });
    }

    /// Opens it; what was open is folded.
    void open() {
        open.set(this);
    }

    /// Whether there is anything in it for what is selected.
    void show(boolean shown) {
        root.setVisible(shown);
        root.setManaged(shown);
    }

    boolean isShown() {
        return root.isVisible();
    }

    Node node() {
        return root;
    }
}
