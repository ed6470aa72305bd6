package zelvan.desktop.settings;

import java.util.Locale;
import java.util.function.DoubleConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/// A slider with its number, which can be typed as well.
final class Control {
    private static final double LABEL_WIDTH = 62;
    private static final double UNIT_WIDTH = 20;

    private final Slider slider;
    private final TextField field = new TextField();
    private final HBox node;
    private boolean showing;

    /// @param id for tests and automation
    /// @param changed receives what the user sets, in whole units
    Control(
            String id,
            String name,
            String unit,
            double from,
            double to,
            String help,
            DoubleConsumer changed) {
        slider = new Slider(from, to, from);
        slider.setId(id);
        slider.setAccessibleText(name);
        slider.setBlockIncrement((to - from) / 20);
        field.setId(id + "-field");
        field.setPrefColumnCount(3);
        field.setAlignment(Pos.CENTER_RIGHT);
        Label label = new Label(name);
        label.setTooltip(new Tooltip(help));
        Label unitLabel = new Label(unit);
        unitLabel.getStyleClass().add("quiet");
        label.setMinWidth(LABEL_WIDTH);
        unitLabel.setMinWidth(UNIT_WIDTH);
        field.setMinWidth(Region.USE_PREF_SIZE);
        HBox.setHgrow(slider, Priority.ALWAYS);
        node = new HBox(6, label, slider, field, unitLabel);
        node.setAlignment(Pos.CENTER_LEFT);
        slider.valueProperty()
                .addListener((all, before, now) -> {
                    if (!showing) {
                        changed.accept(Math.round(now.doubleValue()));
                    }
                });
        field.setOnAction(e -> {
            try {
                changed.accept(Math.clamp(Double.parseDouble(field.getText().trim()), from, to));
            } catch (NumberFormatException notANumber) {
                show(slider.getValue());
            }
        });
    }

    /// Shows a value, without saying that the user has set it.
    void show(double value) {
        showing = true;
        if (Math.abs(slider.getValue() - value) > 0.05) {
            slider.setValue(value);
        }
        if (!field.isFocused()) {
            field.setText(
                    String.format(Locale.ROOT, value == Math.rint(value) ? "%.0f" : "%.1f", value));
        }
        showing = false;
    }

    Node node() {
        return node;
    }
}
