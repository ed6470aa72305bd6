package zelvan.desktop.settings;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.Supplier;
import javafx.scene.Node;
import zelvan.desktop.acts.Scopes;
import zelvan.desktop.desk.Desk;
import zelvan.session.Gesture;
import zelvan.session.Scope;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;

/// A row for each of some settings, made from what the settings say of themselves: it shows what is
/// in force in all that is selected, and turns it there.
final class SettingRows {
    /// A row and how it shows values.
    private record Row(Node node, Runnable refresh) {}

    private final Desk desk;
    private final Supplier<Scopes> scopes;
    private final Predicate<Enum<?>> offers;
    private final double labelWidth;
    private final Map<Setting<?>, Row> rows = new LinkedHashMap<>();

    /// @param scopes where the settings are turned
    SettingRows(Desk desk, Supplier<Scopes> scopes, List<? extends Setting<?>> settings) {
        this(desk, scopes, settings, value -> true);
    }

    /// @param offers whether a value can be chosen for what is selected
    SettingRows(
            Desk desk,
            Supplier<Scopes> scopes,
            List<? extends Setting<?>> settings,
            Predicate<Enum<?>> offers) {
        this.desk = desk;
        this.scopes = scopes;
        this.offers = offers;
        this.labelWidth =
                settings.stream()
                        .filter(Amount.class::isInstance)
                        .mapToDouble(s -> Control.labelWidth(s.label()))
                        .max()
                        .orElse(0);
        settings.forEach(s -> rows.put(s, row(s)));
    }

    private Row row(Setting<?> setting) {
        return switch (setting) {
            case Amount amount -> control(amount);
            case Choice<?> choice -> chooser(choice);
        };
    }

    private Row control(Amount amount) {
        Control control = new Control(amount, (v, gesture) -> turn(amount, v, gesture));
        control.align(labelWidth);
        return new Row(control.node(), () -> control.show(values(amount)));
    }

    private <E extends Enum<E>> Row chooser(Choice<E> choice) {
        Chooser<E> chooser =
                new Chooser<>(
                        choice.word(),
                        choice.label(),
                        choice.help(),
                        choice::shown,
                        v -> turn(choice, v, Gesture.begin()));
        return new Row(chooser.node(), () -> chooser.show(offered(choice), values(choice)));
    }

    private <E extends Enum<E>> List<E> offered(Choice<E> choice) {
        return choice.values().stream().filter(offers).toList();
    }

    private <T> Set<T> values(Setting<T> setting) {
        return Scope.values(desk.session(), scopes.get().all(), setting);
    }

    private <T> void turn(Setting<T> setting, T value, Gesture gesture) {
        desk.apply(scopes.get().turning(setting, value), gesture);
    }

    /// Shows what is in force.
    void refresh() {
        rows.values().forEach(row -> row.refresh.run());
    }

    /// The row of one of the settings.
    Node node(Setting<?> setting) {
        return Objects.requireNonNull(rows.get(setting), "it has a row").node;
    }

    /// The rows of some of them, in that order.
    List<Node> nodes(List<? extends Setting<?>> settings) {
        return settings.stream().map(this::node).toList();
    }
}
