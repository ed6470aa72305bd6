package zelvan.desktop.settings;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zelvan.desktop.acts.Scopes;
import zelvan.desktop.canvas.Panes;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;

/// The panel of settings: always for what is selected, with its scope on top.
public final class SettingsView {
    private final Desk desk;
    private final Label scopeTitle = new Label();
    private final Label departs = new Label("departs from what stands above it");
    private final Button giveBack = new Button("Give it back");
    private final Label before = new Label();
    private final Label after = new Label();
    private final Label beforeMost = new Label();
    private final Label afterMost = new Label();
    private final Label staleNote = new Label("working it out…");
    private final Node figures = figures();
    private final LastFigures lastFigures = new LastFigures();
    private final TimingPart timing;
    private final TuningPart tuning;
    private final NotePart note;
    private final GuidePart guide;
    private final ProtectionPart protection;
    private final VoicePart voice;
    private final List<Node> head;
    private final VBox root = new VBox(10);

    /// @param chordsFrom reads a MIDI file's chords
    /// @param tempoFrom reads a MIDI file's tempo
    public SettingsView(Desk desk, Consumer<Path> chordsFrom, Consumer<Path> tempoFrom) {
        this.desk = desk;
        timing = new TimingPart(desk);
        tuning = new TuningPart(desk, lastFigures, chordsFrom);
        note = new NotePart(desk);
        guide = new GuidePart(desk, tempoFrom);
        protection = new ProtectionPart(desk);
        voice = new VoicePart(desk);
        scopeTitle.setId("scope");
        scopeTitle.getStyleClass().add("title");
        scopeTitle.setWrapText(true);
        scopeTitle.setMinHeight(Region.USE_PREF_SIZE);
        giveBack.setId("give-back");
        giveBack.setOnAction(e ->
                Scopes.of(desk.selection().get(), desk.session())
                        .givingBack(desk.session(), TimingSettings.SETTINGS)
                        .ifPresent(desk::apply));
        HBox departure = new HBox(8, departs, giveBack);
        departure.setAlignment(Pos.CENTER_LEFT);
        HBox title = new HBox(8, scopeTitle, timing.start());
        HBox.setHgrow(scopeTitle, Priority.ALWAYS);
        scopeTitle.setMaxWidth(Double.MAX_VALUE);
        ((Region) timing.start()).setMinWidth(Region.USE_PREF_SIZE);
        departs.getStyleClass().add("departs");
        departure.visibleProperty().bind(giveBack.visibleProperty());
        departure.managedProperty().bind(giveBack.visibleProperty());
        head = List.of(title, departure, protection.node(), guide.reference());
        root.setPadding(new Insets(14));
        root.setMinWidth(280);
        root.setPrefWidth(300);
        root.getStyleClass().add("settings");
        desk.sight().lens().subscribe(this::arrange);
        desk.history().subscribe(ignored -> refresh());
        desk.selection().subscribe(ignored -> refresh());
        desk.focus().subscribe(ignored -> refresh());
        desk.derived().subscribe(ignored -> refresh());
        desk.stale().subscribe(ignored -> refresh());
    }

    /// What the lens shows comes first.
    private void arrange(Lens lens) {
        List<Node> time = List.of(timing.node(), guide.grid(), figures);
        List<Node> pitch = List.of(note.node(), tuning.node());
        List<Node> all = new ArrayList<>(head);
        all.addAll(lens == Lens.PITCH ? pitch : time);
        all.addAll(lens == Lens.PITCH ? time : pitch);
        all.addAll(List.of(timing.more(), voice.node()));
        root.getChildren().setAll(all);
    }

    public Node node() {
        ScrollPane scroll = new ScrollPane(root);
        Panes.drawOnlyChanges(scroll);
        scroll.setFitToWidth(true);
        scroll.setMinWidth(280);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        return scroll;
    }

    private Node figures() {
        before.setId("lock-before");
        after.setId("lock-after");
        before.getStyleClass().addAll("figure", "big");
        after.getStyleClass().addAll("figure", "big");
        staleNote.getStyleClass().add("quiet");
        Label lock = new Label("Lock");
        lock.getStyleClass().add("heading");
        HBox typical = new HBox(8, before, arrow(), after);
        HBox most = new HBox(8, beforeMost, arrow(), afterMost);
        typical.setAlignment(Pos.CENTER_LEFT);
        most.setAlignment(Pos.CENTER_LEFT);
        most.getChildren().addFirst(quiet("90 % within"));
        return new VBox(2, new HBox(12, lock, staleNote), typical, most);
    }

    private static Label arrow() {
        return quiet("→");
    }

    private static Label quiet(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("quiet");
        return label;
    }

    private void refresh() {
        Session session = desk.session();
        Scopes scope = Scopes.of(desk.selection().get(), session);
        Optional<Voice> selected =
                desk.selection().get().voiceIds().stream().findFirst().flatMap(session::voice);
        boolean ofGuide = selected.map(v -> v.role() == Role.GUIDE).orElse(false);
        boolean any = !session.followers().isEmpty();
        root.setDisable(session.voices().isEmpty());
        scopeTitle.setText(any || ofGuide ? scope.title() : "Nothing to set yet");
        giveBack.setVisible(
                any && !ofGuide && scope.givingBack(session, TimingSettings.SETTINGS).isPresent());
        show(guide.reference(), ofGuide);
        show(guide.grid(), ofGuide);
        show(timing.node(), any || ofGuide);
        show(timing.more(), any && !ofGuide);
        show(timing.start(), any && !ofGuide);
        show(tuning.node(), any && !ofGuide);
        show(figures, any && !ofGuide);
        Figures lock = lastFigures.of(scope, desk.derived().get());
        before.setText(lock.before().medianText());
        beforeMost.setText(lock.before().p90Text());
        after.setText(lock.after().medianText());
        afterMost.setText(lock.after().p90Text());
        staleNote.setVisible(desk.stale().get());
        protection.refresh();
        guide.refresh();
        timing.refresh();
        tuning.refresh();
        note.refresh();
        voice.refresh();
    }

    private static void show(Node node, boolean shown) {
        node.setVisible(shown);
        node.setManaged(shown);
    }
}
