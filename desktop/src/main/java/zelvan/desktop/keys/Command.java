package zelvan.desktop.keys;

import java.util.Optional;
import javafx.scene.input.KeyCombination;

/// Something that can be done.
///
/// @param id unique, for tests and automation
/// @param group the menu in which it stands
/// @param title what it is called
/// @param keys how it is done by keyboard, as [KeyCombination] writes it
/// @param action what it does; again and again while its key is held
/// @param released what is done when its key is let go; empty where that is nothing
public record Command(
        String id,
        String group,
        String title,
        Optional<String> keys,
        Runnable action,
        Optional<Runnable> released) {
    /// The menu of what mends a match or a note.
    public static final String REPAIR = "Repair";

    public static Command of(String id, String group, String title, String keys, Runnable action) {
        return new Command(
                id,
                group,
                title,
                keys.isEmpty() ? Optional.empty() : Optional.of(keys),
                action,
                Optional.empty());
    }

    /// Something that is done as long as its key is held.
    public static Command held(
            String id,
            String group,
            String title,
            String keys,
            Runnable action,
            Runnable released) {
        return new Command(id, group, title, Optional.of(keys), action, Optional.of(released));
    }

    public Optional<KeyCombination> combination() {
        return keys.map(KeyCombination::valueOf);
    }

    /// The title with its keys, for a tooltip.
    public String tip() {
        return combination().map(k -> title + "  (" + k.getDisplayText() + ")").orElse(title);
    }
}
