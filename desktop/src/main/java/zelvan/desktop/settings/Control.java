package zelvan.desktop.settings;

import java.util.Collection;
import java.util.Locale;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleFunction;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import zelvan.session.Gesture;
import zelvan.setting.Amount;

/// A slider with its number, which can be typed as well.
///
/// What is changed in one go, by a drag or by a few turns one right after the other, is one
/// gesture.
final class Control {
    /// Receives what the user sets.
    interface Changed {
        /// @param gesture the same for all that is set in one go
        void to(double value, Gesture gesture);
    }

    private static final long ONE_GO_NANOS = 800_000_000;
    private static final PseudoClass DIFFER = PseudoClass.getPseudoClass("differ");
    private static final double LABEL_WIDTH = 62;
    private static final double LONG_LABEL_WIDTH = 94;

    /// Letters that fit into the usual width.
    private static final int SHORT_LETTERS = 10;

    private static final double UNIT_WIDTH = 20;

    private final Label label;
    private final Slider slider;
    private final TextField field = new TextField();
    private final DoubleFunction<String> written;
    private final HBox node;
    private String shown = "";
    private boolean showing;
    private Gesture gesture = Gesture.begin();
    private long lastNanos;

    /// Of a setting.
    Control(Amount amount, Changed changed) {
        this(
                amount.word(),
                amount.label(),
                amount.unit(),
                amount.leastShown(),
                amount.mostShown(),
                amount.help(),
                typed ->
                        amount.named(typed)
                                .orElseGet(() ->
                                        Math.clamp(number(typed), amount.least(), amount.most())),
                value -> amount.name(value).orElse(text(value)),
                changed);
    }

    /// Room for a name, so that it is not cut short.
    static double labelWidth(String name) {
        return name.length() > SHORT_LETTERS ? LONG_LABEL_WIDTH : LABEL_WIDTH;
    }

    /// Begins as far to the right as others do.
    void align(double labelWidth) {
        label.setMinWidth(labelWidth);
    }

    /// @param id for tests and automation
    /// @param changed receives what the user sets
    Control(
            String id,
            String name,
            String unit,
            double from,
            double to,
            String help,
            Changed changed) {
        this(
                id,
                name,
                unit,
                from,
                to,
                help,
                typed -> Math.clamp(number(typed), from, to),
                Control::text,
                changed);
    }

    /// @param read the nearest value to what was typed; throws [NumberFormatException] where that
    ///   is nothing that can be read
    /// @param written a value as it is typed
    private Control(
            String id,
            String name,
            String unit,
            double from,
            double to,
            String help,
            ToDoubleFunction<String> read,
            DoubleFunction<String> written,
            Changed changed) {
        this.written = written;
        slider = new Slider(from, to, from);
        slider.setId(id);
        slider.setAccessibleText(name);
        slider.setBlockIncrement((to - from) / 20);
        field.setId(id + "-field");
        field.setPrefColumnCount(3);
        field.setAlignment(Pos.CENTER_RIGHT);
        label = new Label(name);
        label.setTooltip(new Tooltip(help));
        Label unitLabel = new Label(unit);
        unitLabel.getStyleClass().add("quiet");
        label.setMinWidth(labelWidth(name));
        unitLabel.setMinWidth(UNIT_WIDTH);
        field.setMinWidth(Region.USE_PREF_SIZE);
        HBox.setHgrow(slider, Priority.ALWAYS);
        node = new HBox(6, label, slider, field, unitLabel);
        node.setAlignment(Pos.CENTER_LEFT);
        slider.valueChangingProperty()
                .subscribe(drags -> {
                    if (drags) {
                        gesture = Gesture.begin();
                    }
                });
        slider.valueProperty()
                .addListener((all, before, now) -> {
                    if (!showing) {
                        changed.to(Math.round(now.doubleValue()), gesture());
                    }
                });
        field.setOnAction(e -> {
            try {
                changed.to(read.applyAsDouble(field.getText()), Gesture.begin());
            } catch (NumberFormatException notANumber) {
                // What is in force stands there again.
            }
            field.setText(shown);
        });
        // Not taken then: what had the focus next may have selected something else already.
        field.focusedProperty()
                .subscribe(focused -> {
                    if (!focused) {
                        field.setText(shown);
                    }
                });
    }

    /// A number as people type it, with a point or a comma.
    ///
    /// @throws NumberFormatException if it is none, or "NaN"
    static double number(String typed) {
        double number = Double.parseDouble(typed.trim().replace(',', '.'));
        if (Double.isNaN(number)) {
            throw new NumberFormatException(typed);
        }
        return number;
    }

    private Gesture gesture() {
        long now = System.nanoTime();
        if (!slider.isValueChanging() && now - lastNanos > ONE_GO_NANOS) {
            gesture = Gesture.begin();
        }
        lastNanos = now;
        return gesture;
    }

    /// Shows values, without saying that the user has set them: one, or from the least to the
    /// greatest where they differ.
    ///
    /// @param values at least one
    void show(Collection<Double> values) {
        double least = values.stream().mapToDouble(v -> v).min().orElse(0);
        double most = values.stream().mapToDouble(v -> v).max().orElse(0);
        show((least + most) / 2);
        boolean differ = most - least > 0.05;
        node.pseudoClassStateChanged(DIFFER, differ);
        if (differ) {
            write(written.apply(least) + "–" + written.apply(most));
        }
    }

    /// Not over what is just being typed.
    private void write(String text) {
        shown = text;
        if (!field.isFocused()) {
            field.setText(text);
        }
    }

    private static String text(double value) {
        return String.format(Locale.ROOT, value == Math.rint(value) ? "%.0f" : "%.1f", value);
    }

    /// Shows a value, without saying that the user has set it.
    void show(double value) {
        showing = true;
        if (Math.abs(slider.getValue() - value) > 0.05) {
            slider.setValue(value);
        }
        write(written.apply(value));
        showing = false;
    }

    Node node() {
        return node;
    }
}
