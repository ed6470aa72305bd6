package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.layout.VBox;
import zelvan.desktop.model.AppModel;
import zelvan.session.Edit;
import zelvan.session.Session;
import zelvan.session.Setting;
import zelvan.session.Stack;
import zelvan.session.StartingPoint;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.timing.LineUp;

/// How tightly what is selected sits: pull and slack, what is lined up first, which voice is
/// followed.
final class TimingPart {
    private static final double MOST_SLACK_MILLIS = 100;

    private final AppModel model;
    private final Control pull;
    private final Control slack;
    private final Choice<LineUp> lineUp;
    private final Choice<Leader> leader;
    private final MenuButton start = new MenuButton("Start as…");
    private final VBox root;
    private final VBox more = new VBox(8);

    /// A voice that can be followed; the guide has no id.
    private record Leader(String id, String name) {
        static final Leader GUIDE = new Leader(Stack.GUIDE, "the guide");
    }

    TimingPart(AppModel model) {
        this.model = model;
        pull =
                new Control(
                        "pull",
                        "Pull",
                        "%",
                        0,
                        100,
                        "How much of an offset is taken away",
                        (v, gesture) -> turn(Setting.TIMING_PULL, v / 100, gesture));
        slack =
                new Control(
                        "slack",
                        "Slack",
                        "ms",
                        0,
                        MOST_SLACK_MILLIS,
                        "How much offset is left alone as human",
                        (v, gesture) -> turn(Setting.TIMING_SLACK, v / 1000, gesture));
        lineUp =
                new Choice<>(
                        "line-up",
                        "Line up first",
                        "What comes first where not everything can be kept: vowels are felt as the"
                                + " beat, consonants are heard as flams",
                        LineUp::word,
                        v -> turn(Setting.LINE_UP, v, System.nanoTime()));
        leader =
                new Choice<>(
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
        Label heading = new Label("Timing");
        heading.getStyleClass().add("heading");
        root = new VBox(6, heading, pull.node(), slack.node());
    }

    private Scopes scopes() {
        return Scopes.of(model.selection().get(), model.session());
    }

    private <T> void turn(Setting<T> setting, T value, long gesture) {
        model.apply(scopes().turning(setting, value, gesture));
    }

    private void startFrom(StartingPoint point) {
        Scopes scopes = scopes();
        model.apply(Turn.startingAs(scopes.all(), scopes.title(), point));
    }

    private void follow(Leader chosen) {
        scopes().stack(model.session())
                .ifPresent(stack ->
                        model.apply(
                                new Edit.Follow(stack.id(), stack.name(), chosen.id, chosen.name)));
    }

    void refresh() {
        Session session = model.session();
        if (session.followers().isEmpty()) {
            return;
        }
        Scopes scopes = scopes();
        pull.show(Setting.TIMING_PULL.values(session, scopes.all()), 100);
        slack.show(Setting.TIMING_SLACK.values(session, scopes.all()), 1000);
        lineUp.show(Arrays.asList(LineUp.values()), Setting.LINE_UP.values(session, scopes.all()));
        List<Node> rows = new ArrayList<>(List.of(lineUp.node()));
        scopes.stack(session)
                .ifPresent(stack -> {
                    showLeaders(session, stack);
                    rows.add(leader.node());
                });
        if (!more.getChildren().equals(rows)) {
            more.getChildren().setAll(rows);
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

    /// Pull and slack.
    Node node() {
        return root;
    }

    /// What is set more rarely.
    Node more() {
        return more;
    }
}
