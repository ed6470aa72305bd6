package zelvan.desktop.lockmap;

import java.util.function.Consumer;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/// Lets a name be typed in the place where it stands.
final class NameField {
    private final Label label;
    private final TextField field = new TextField();
    private final Consumer<String> typed;

    /// @param label shows the name
    /// @param typed receives what was typed, when Enter is pressed or something else is clicked
    NameField(Label label, Consumer<String> typed) {
        this.label = label;
        this.typed = typed;
        field.getStyleClass().add("name-field");
        field.setMaxWidth(Double.MAX_VALUE);
        field.setOnAction(e -> end(true));
        field.addEventFilter(
                KeyEvent.KEY_PRESSED,
                e -> {
                    if (e.getCode() == KeyCode.ESCAPE) {
                        e.consume();
                        end(false);
                    }
                });
        field.focusedProperty()
                .subscribe(focused -> {
                    if (!focused) {
                        end(true);
                    }
                });
    }

    boolean isOpen() {
        return label.getGraphic() != null;
    }

    void open() {
        field.setId(label.getId() + "-field");
        field.setText(label.getText());
        field.setPrefWidth(label.getWidth());
        label.setGraphic(field);
        label.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        field.selectAll();
        field.requestFocus();
    }

    private void end(boolean take) {
        if (isOpen()) {
            label.setGraphic(null);
            label.setContentDisplay(ContentDisplay.LEFT);
            if (take) {
                typed.accept(field.getText());
            }
        }
    }
}
