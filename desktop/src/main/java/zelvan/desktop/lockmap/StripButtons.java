package zelvan.desktop.lockmap;

import java.util.List;
import java.util.function.Supplier;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import org.kordamp.ikonli.feather.Feather;
import zelvan.desktop.acts.Tracks;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Theme;
import zelvan.session.Voice;

/// Solo and mute of one track, or of all in a stack.
final class StripButtons {
    private final Desk desk;
    private final String id;
    private final Supplier<List<Voice>> voices;

    /// @param id what the buttons are called after
    StripButtons(Desk desk, String id, Supplier<List<Voice>> voices) {
        this.desk = desk;
        this.id = id;
        this.voices = voices;
    }

    /// With Ctrl, alone.
    ToggleButton solo() {
        ToggleButton button = button("S", "solo", "Solo; with Ctrl, this alone");
        button.addEventFilter(
                MouseEvent.MOUSE_RELEASED,
                e -> {
                    if (e.isShortcutDown()) {
                        e.consume();
                        desk.act(now -> new Tracks(now).soloAlone(voices.get()));
                    }
                });
        button.setOnAction(
                e -> desk.act(now -> new Tracks(now).solo(voices.get(), button.isSelected())));
        return button;
    }

    ToggleButton mute() {
        ToggleButton button = button("M", "mute", "Mute");
        button.setOnAction(
                e -> desk.act(now -> new Tracks(now).mute(voices.get(), button.isSelected())));
        return button;
    }

    /// Only seen, or worked on.
    ToggleButton safe() {
        ToggleButton button =
                button("", "safe", "Only seen: nothing that is done by hand changes it");
        button.getStyleClass().add("safe");
        button.setGraphic(Theme.icon(Feather.EYE));
        button.setOnAction(
                e -> desk.act(now -> new Tracks(now).keep(voices.get(), button.isSelected())));
        return button;
    }

    private ToggleButton button(String letter, String what, String tip) {
        ToggleButton button = new ToggleButton(letter);
        button.setId(what + "-" + id);
        button.setTooltip(new Tooltip(tip));
        button.setFocusTraversable(false);
        return button;
    }
}
