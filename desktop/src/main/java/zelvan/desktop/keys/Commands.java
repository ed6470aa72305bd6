package zelvan.desktop.keys;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuBar;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import javafx.stage.Window;

/// The table of all commands, and what is made from it.
public final class Commands {
    private static final int COLUMNS = 2;
    private static final double HIGHEST_PIXELS = 580;

    private final List<Command> all;
    private Optional<Command> held = Optional.empty();
    private KeyCode heldKey = KeyCode.UNDEFINED;

    public Commands(List<Command> all) {
        this.all = List.copyOf(all);
    }

    public Command get(String id) {
        return all.stream().filter(c -> c.id().equals(id)).findFirst().orElseThrow();
    }

    private Set<String> groups() {
        Set<String> groups = new LinkedHashSet<>();
        all.forEach(c -> groups.add(c.group()));
        return groups;
    }

    public MenuBar menuBar() {
        MenuBar bar = new MenuBar();
        for (String group : groups()) {
            Menu menu = new Menu(group);
            for (Command command : all) {
                if (command.group().equals(group)) {
                    MenuItem item = new MenuItem(command.title());
                    item.setId("menu-" + command.id());
                    // Shown here, reacted to in one place: see listenTo.
                    command.combination()
                            .ifPresent(
                                    k -> item.setText(command.title() + "\t" + k.getDisplayText()));
                    item.setOnAction(e -> command.action().run());
                    item.setDisable(command.released().isPresent());
                    menu.getItems().add(item);
                }
            }
            bar.getMenus().add(menu);
        }
        return bar;
    }

    /// Reacts to keys anywhere in the window but where text is typed. Alt is left to the system,
    /// which moves windows with it: let go by itself it would put the focus into the menu bar.
    public void listenTo(Scene scene) {
        scene.addEventFilter(
                KeyEvent.KEY_RELEASED,
                event -> {
                    if (event.getCode() == KeyCode.ALT) {
                        event.consume();
                    }
                    if (event.getCode() == heldKey) {
                        letGo();
                    }
                });
        // A window that is left hears of no key.
        scene.windowProperty()
                .flatMap(Window::focusedProperty)
                .orElse(false)
                .subscribe(focused -> {
                    if (!focused) {
                        letGo();
                    }
                });
        scene.addEventFilter(
                KeyEvent.KEY_PRESSED,
                event -> {
                    if (event.getCode() == KeyCode.ALT) {
                        event.consume();
                        return;
                    }
                    if (scene.getFocusOwner() instanceof TextInputControl) {
                        return;
                    }
                    for (Command command : all) {
                        if (command.combination().map(k -> k.match(event)).orElse(false)) {
                            event.consume();
                            command.released()
                                    .ifPresent(ignored -> {
                                        held = Optional.of(command);
                                        heldKey = event.getCode();
                                    });
                            command.action().run();
                            return;
                        }
                    }
                });
    }

    private void letGo() {
        Optional<Command> before = held;
        held = Optional.empty();
        heldKey = KeyCode.UNDEFINED;
        before.flatMap(Command::released).ifPresent(Runnable::run);
    }

    /// All keys, for a sheet that fits a small screen.
    public Node keys() {
        ScrollPane sheet = new ScrollPane(keyTable());
        sheet.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        sheet.setFitToWidth(true);
        sheet.setPrefViewportHeight(HIGHEST_PIXELS);
        return sheet;
    }

    private Node keyTable() {
        GridPane grid = new GridPane(20, 3);
        grid.setId("key-sheet");
        int rows = (all.size() + groups().size()) / COLUMNS;
        int row = 0;
        int column = 0;
        for (String group : groups()) {
            Label heading = new Label(group);
            heading.getStyleClass().add("heading");
            grid.add(heading, column, row++);
            for (Command command : new ArrayList<>(all)) {
                if (command.group().equals(group) && command.keys().isPresent()) {
                    Label keys = whole(command.combination().orElseThrow().getDisplayText());
                    keys.getStyleClass().add("figure");
                    grid.add(keys, column, row);
                    grid.add(whole(command.title()), column + 1, row++);
                    if (row > rows) {
                        row = 0;
                        column += 2;
                    }
                }
            }
        }
        // Beside the scroll bar.
        grid.setPadding(new Insets(0, 14, 0, 0));
        return grid;
    }

    /// Never cut off.
    private static Label whole(String text) {
        Label label = new Label(text);
        label.setMinWidth(Region.USE_PREF_SIZE);
        return label;
    }
}
