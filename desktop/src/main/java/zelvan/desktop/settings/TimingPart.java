package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.kordamp.ikonli.feather.Feather;
import zelvan.desktop.acts.Carrying;
import zelvan.desktop.acts.Scopes;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Theme;
import zelvan.session.Edit;
import zelvan.session.OwnStarts;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.StartingPoint;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;

/// How tightly what is selected sits: pull, slack and limit, what is lined up first, which voice is
/// followed.
final class TimingPart {
    private static final List<Setting<?>> HOW_TIGHT =
            List.of(TimingSettings.PULL, TimingSettings.SLACK, TimingSettings.LIMIT);

    private final Desk desk;
    private final SettingRows rows;
    private final Chooser<Leader> leader;
    private final MenuButton start = new MenuButton("Start as…");
    private final TextField ownName = new TextField();
    private final VBox root;
    private final VBox more = new VBox(4);

    /// A voice that can be followed; the guide has no id.
    private record Leader(String id, String name) {
        static final Leader GUIDE = new Leader(Stack.GUIDE, "the guide");
    }

    TimingPart(Desk desk) {
        this.desk = desk;
        rows = new SettingRows(desk, this::scopes, TimingSettings.SETTINGS);
        leader =
                new Chooser<>(
                        "leader",
                        "Follow",
                        "The voice that this stack follows",
                        Leader::name,
                        this::follow);
        start.setId("start-as");
        ownName.setId("start-name");
        ownName.setPromptText("Keep these under a name");
        ownName.setOnAction(e -> keep());
        desk.starts().subscribe(this::showStarts);
        root = new VBox(4);
        root.getChildren().addAll(rows.nodes(HOW_TIGHT));
    }

    private Scopes scopes() {
        return Scopes.of(desk.selection().get(), desk.session());
    }

    /// What the program brings, what the user has kept, and a place to keep what is set now.
    private void showStarts(OwnStarts own) {
        start.getItems().clear();
        for (StartingPoint point : StartingPoint.values()) {
            MenuItem item = new MenuItem(point.word());
            item.setId("start-" + point.name().toLowerCase(Locale.ROOT));
            item.setOnAction(e -> startFrom(point.word(), point.settings()));
            start.getItems().add(item);
        }
        start.getItems().add(new SeparatorMenuItem());
        own.byName().forEach((name, settings) -> start.getItems().add(ownItem(name, settings)));
        start.getItems().add(new CustomMenuItem(ownName, false));
    }

    private MenuItem ownItem(String name, Settings settings) {
        Label label = new Label(name);
        label.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(label, Priority.ALWAYS);
        Button away = new Button();
        away.setGraphic(Theme.icon(Feather.X));
        away.setAccessibleText("Forget “" + name + "”");
        away.setTooltip(new Tooltip("Forget “" + name + "”"));
        away.getStyleClass().addAll("flat", "forget");
        away.setOnAction(e -> desk.startFrom(desk.starts().get().without(name)));
        HBox row = new HBox(8, label, away);
        row.setAlignment(Pos.CENTER_LEFT);
        CustomMenuItem item = new CustomMenuItem(row);
        item.setId("start-own-" + name);
        item.setOnAction(e -> startFrom(name, settings));
        return item;
    }

    private void keep() {
        String name = ownName.getText().strip();
        if (!name.isEmpty()) {
            desk.startFrom(desk.starts().get().with(name, new Carrying(desk.now()).start()));
            ownName.clear();
            start.hide();
        }
    }

    private void startFrom(String name, Settings settings) {
        Scopes scopes = scopes();
        desk.apply(Turn.startingAs(scopes.all(), scopes.title(), name, settings));
    }

    private void follow(Leader chosen) {
        scopes().stack(desk.session())
                .ifPresent(stack ->
                        desk.apply(
                                new Edit.Follow(stack.id(), stack.name(), chosen.id, chosen.name)));
    }

    void refresh() {
        Session session = desk.session();
        rows.refresh();
        List<Node> rarer =
                new ArrayList<>(rows.nodes(List.of(TimingSettings.LINE_UP, TimingSettings.SHIFT)));
        scopes().stack(session)
                .ifPresent(stack -> {
                    showLeaders(session, stack);
                    rarer.add(leader.node());
                });
        if (!more.getChildren().equals(rarer)) {
            more.getChildren().setAll(rarer);
        }
    }

    private void showLeaders(Session session, Stack stack) {
        List<Leader> leaders = new ArrayList<>(List.of(Leader.GUIDE));
        for (Voice voice : session.followers()) {
            if (!voice.stackId().equals(stack.id())) {
                leaders.add(new Leader(voice.id(), voice.name()));
            }
        }
        Optional<Leader> chosen =
                leaders.stream().filter(l -> l.id.equals(stack.leaderId())).findFirst();
        leader.show(leaders, chosen.orElse(Leader.GUIDE));
    }

    /// Settings to start from, for timing and pitch.
    Node start() {
        return start;
    }

    /// Pull, slack and limit.
    Node node() {
        return root;
    }

    /// What is set more rarely.
    Node more() {
        return more;
    }
}
