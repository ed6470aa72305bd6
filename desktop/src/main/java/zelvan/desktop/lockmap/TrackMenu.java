package zelvan.desktop.lockmap;

import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Choosing;
import zelvan.desktop.acts.State;
import zelvan.desktop.acts.Tracks;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.keys.Command;
import zelvan.session.Role;
import zelvan.session.Stack;
import zelvan.session.Voice;

/// What can be done to the tracks that are picked: in a menu of the window, by key, and in the menu
/// that a track itself opens.
final class TrackMenu {
    private static final String GROUP = "Tracks";

    private final Desk desk;
    private final List<Command> commands;

    /// @param rename lets the name of a track be typed
    /// @param replace asks for another recording of a track
    TrackMenu(Desk desk, Consumer<Voice> rename, Consumer<Voice> replace) {
        this.desk = desk;
        commands =
                List.of(
                        Command.of("rename-track", GROUP, "Rename", "F2", () -> onFirst(rename)),
                        Command.of(
                                "replace-track",
                                GROUP,
                                "Another recording…",
                                "Shortcut+Shift+R",
                                () -> onFirst(replace)),
                        Command.of(
                                "show-takes",
                                GROUP,
                                "Its takes, seen or not",
                                "Y",
                                () -> onFirst(v -> desk.sight().openOrClose(v.id()))),
                        act("best-takes", "Best take of each phrase", "T", Choosing::best),
                        act(
                                "another-double",
                                "Another voice from the takes that are left",
                                "Shift+T",
                                Choosing::another),
                        act(
                                "join-takes",
                                "The others are takes of the first",
                                "Shortcut+Shift+T",
                                Choosing::join),
                        act("worse-take", "Next take of the phrase", "U", c -> c.step(1)),
                        act("better-take", "Take before", "Shift+U", c -> c.step(-1)),
                        command("copy-tracks", "Copy", "Shortcut+D", Tracks::copy),
                        command(
                                "gather-tracks",
                                "Into a stack of their own",
                                "Shortcut+G",
                                Tracks::gather),
                        command(
                                "keep-tracks",
                                "Only seen, or worked on",
                                "Shortcut+E",
                                Tracks::keepOrNot),
                        command("tracks-up", "Up", "Shortcut+Page Up", t -> t.step(-1)),
                        command("tracks-down", "Down", "Shortcut+Page Down", t -> t.step(1)),
                        command("remove-tracks", "Remove", "Shortcut+DELETE", Tracks::remove));
    }

    private void onFirst(Consumer<Voice> what) {
        new Tracks(desk.now()).picked().stream().findFirst().ifPresent(what);
    }

    private Command command(String id, String title, String keys, Function<Tracks, Act> what) {
        return Command.of(
                id, GROUP, title, keys, () -> desk.act(now -> done(new Tracks(now), what)));
    }

    private Command act(String id, String title, String keys, Function<Choosing, Act> what) {
        return Command.of(
                id, GROUP, title, keys, () -> desk.act(now -> what.apply(new Choosing(now))));
    }

    private static Act done(Tracks tracks, Function<Tracks, Act> what) {
        return tracks.picked().isEmpty()
                ? Act.saying("Click a track first, or several with Ctrl or Shift")
                : what.apply(tracks);
    }

    List<Command> commands() {
        return commands;
    }

    /// Opens the menu beside the pointer.
    void show(Node owner, double screenX, double screenY) {
        State now = desk.now();
        ContextMenu menu = new ContextMenu();
        for (Command command : commands) {
            MenuItem item = new MenuItem(command.tip());
            item.setId("track-" + command.id());
            item.setOnAction(e -> command.action().run());
            menu.getItems().add(item);
        }
        menu.getItems().addAll(new SeparatorMenuItem(), roles(), stacks(now));
        List<Voice> picked = new Tracks(now).picked();
        if (picked.size() == 1 && picked.getFirst().role() != Role.GUIDE) {
            menu.getItems()
                    .add(
                            item(
                                    "track-make-guide",
                                    "Make it the guide",
                                    t -> t.makeGuide(picked.getFirst())));
        }
        menu.show(owner, screenX, screenY);
    }

    private Menu roles() {
        Menu menu = new Menu("What it is");
        menu.setId("track-roles");
        menu.getItems().setAll(roleItems());
        return menu;
    }

    private List<MenuItem> roleItems() {
        return Tracks.ROLES.stream()
                .map(role ->
                        item(
                                "track-role-" + role.word(),
                                role.word(),
                                t -> t.setRole(t.picked(), role)))
                .toList();
    }

    /// Asks what the tracks are that are picked. One of them may be the guide, and the guide is
    /// nothing else until another one leads.
    void askRole(Node owner, double screenX, double screenY) {
        ContextMenu menu = new ContextMenu();
        List<Voice> picked = new Tracks(desk.now()).picked();
        if (picked.size() == 1) {
            menu.getItems()
                    .add(
                            item(
                                    "track-role-guide",
                                    Role.GUIDE.word(),
                                    t -> t.makeGuide(picked.getFirst())));
        }
        if (picked.stream().noneMatch(v -> v.role() == Role.GUIDE)) {
            menu.getItems().addAll(roleItems());
        }
        menu.show(owner, screenX, screenY);
    }

    private Menu stacks(State now) {
        Menu menu = new Menu("Stack");
        menu.setId("track-stacks");
        for (Stack stack : now.session().stacks()) {
            menu.getItems()
                    .add(item("track-stack-" + stack.id(), stack.name(), t -> t.into(stack)));
        }
        return menu;
    }

    private MenuItem item(String id, String text, Function<Tracks, Act> what) {
        MenuItem item = new MenuItem(text);
        item.setId(id);
        item.setMnemonicParsing(false);
        item.setOnAction(e -> desk.act(now -> what.apply(new Tracks(now))));
        return item;
    }
}
