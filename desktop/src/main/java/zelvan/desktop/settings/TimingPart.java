package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.layout.VBox;
import zelvan.desktop.acts.Scopes;
import zelvan.desktop.desk.Desk;
import zelvan.session.Edit;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.StartingPoint;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Setting;
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
        for (StartingPoint point : StartingPoint.values()) {
            MenuItem item = new MenuItem(point.word());
            item.setId("start-" + point.name().toLowerCase(Locale.ROOT));
            item.setOnAction(e -> startFrom(point));
            start.getItems().add(item);
        }
        root = new VBox(4);
        root.getChildren().addAll(rows.nodes(HOW_TIGHT));
    }

    private Scopes scopes() {
        return Scopes.of(desk.selection().get(), desk.session());
    }

    private void startFrom(StartingPoint point) {
        Scopes scopes = scopes();
        desk.apply(Turn.startingAs(scopes.all(), scopes.title(), point));
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
