package zelvan.desktop.settings;

import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.util.StringConverter;

/// A name and a list of which one is chosen.
final class Chooser<T> {
    private final ChoiceBox<T> box = new ChoiceBox<>();
    private final Label label = new Label();
    private final String name;
    private final HBox node;
    private boolean showing;

    /// @param id for tests and automation
    /// @param words what a value is called
    /// @param changed receives what the user chooses
    Chooser(String id, String name, String help, Function<T, String> words, Consumer<T> changed) {
        box.setId(id);
        box.setAccessibleText(name);
        box.setMinWidth(130);
        box.setMaxWidth(170);
        box.setConverter(
                new StringConverter<>() {
                    @Override
                    public String toString(T value) {
                        return value == null ? "" : words.apply(value);
                    }

                    @Override
                    public T fromString(String text) {
                        throw new UnsupportedOperationException("it is chosen, not typed");
                    }
                });
        box.getSelectionModel()
                .selectedItemProperty()
                .addListener((all, before, now) -> {
                    if (!showing && now != null) {
                        changed.accept(now);
                    }
                });
        this.name = name;
        label.setText(name);
        label.setMinWidth(Region.USE_PREF_SIZE);
        label.setTooltip(new Tooltip(help));
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        node = new HBox(6, label, space, box);
        node.setAlignment(Pos.CENTER_LEFT);
    }

    /// Shows what can be chosen and what is, without saying that the user has chosen it.
    void show(List<T> values, T chosen) {
        showing = true;
        if (!box.getItems().equals(values)) {
            box.getItems().setAll(values);
        }
        box.setValue(chosen);
        showing = false;
    }

    /// Shows what can be chosen, and nothing as chosen where they differ.
    void show(List<T> values, Set<T> chosen) {
        showing = true;
        if (!box.getItems().equals(values)) {
            box.getItems().setAll(values);
        }
        label.setText(chosen.size() > 1 ? name + ": differs" : name);
        if (chosen.size() == 1) {
            box.setValue(chosen.iterator().next());
        } else {
            box.getSelectionModel().clearSelection();
        }
        showing = false;
    }

    Node node() {
        return node;
    }
}
