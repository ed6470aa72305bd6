package zelvan.desktop.settings;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zelvan.body.BodySettings;
import zelvan.desktop.acts.Scopes;
import zelvan.desktop.acts.Tracks;
import zelvan.desktop.canvas.Panes;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.measure.TakeWeights;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;

/// The panel of settings: always for what is selected, with its scope on top. One part is open, of
/// the others the figures are seen.
public final class SettingsView {
    private final Desk desk;
    private final Label scopeTitle = new Label();
    private final Tooltip scopeTip = new Tooltip();
    private final Label departs = new Label("departs from what stands above it");
    private final Button giveBack = new Button("Give it back");
    private final Label onlySeen = new Label();
    private final Button workOn = new Button("Work on it");
    private final Label before = new Label();
    private final Label after = new Label();
    private final Label staleNote = new Label("…");
    private final Label arrow = quiet("→");
    private final Label most = quiet("");
    private final Tooltip mostTip = new Tooltip();
    private final List<Node> timingFigures = List.of(before, arrow, after, most);
    private final LastFigures lastFigures = new LastFigures();
    private final TimingPart timing;
    private final TuningPart tuning;
    private final LevelPart level;
    private final NotePart note;
    private final GuidePart guide;
    private final ProtectionPart protection;
    private final VoicePart voice;
    private final ObjectProperty<Fold> open = new SimpleObjectProperty<>();
    private final Fold timingFold;
    private final Fold pitchFold;
    private final Fold levelFold;
    private final Fold gridFold;
    private final Fold moreFold;
    private final SettingRows body;
    private final Fold bodyFold;
    private final SettingRows takes;
    private final Fold takesFold;
    private final Fold voiceFold;
    private final VBox root = new VBox(2);

    /// @param chordsFrom reads a MIDI file's chords
    /// @param tempoFrom reads a MIDI file's tempo
    public SettingsView(Desk desk, Consumer<Path> chordsFrom, Consumer<Path> tempoFrom) {
        this.desk = desk;
        timing = new TimingPart(desk);
        tuning = new TuningPart(desk, lastFigures, chordsFrom);
        level = new LevelPart(desk, lastFigures);
        note = new NotePart(desk);
        guide = new GuidePart(desk, tempoFrom);
        protection = new ProtectionPart(desk);
        voice = new VoicePart(desk);
        scopeTitle.setId("scope");
        scopeTitle.getStyleClass().add("title");
        scopeTitle.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        scopeTitle.setTooltip(scopeTip);
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
        onlySeen.setId("only-seen");
        workOn.setId("work-on");
        workOn.setOnAction(e -> desk.act(now -> new Tracks(now).keep(now.selected(), false)));
        HBox kept = new HBox(8, onlySeen, workOn);
        kept.setAlignment(Pos.CENTER_LEFT);
        kept.visibleProperty().bind(workOn.visibleProperty());
        kept.managedProperty().bind(workOn.visibleProperty());
        timingFold =
                new Fold(
                        "Timing", timingFigures(), List.of(guide.reference(), timing.node()), open);
        gridFold = new Fold("Grid", List.of(guide.figures()), List.of(guide.grid()), open);
        moreFold = new Fold("More", List.of(), List.of(timing.more()), open);
        pitchFold =
                new Fold(
                        "Pitch",
                        List.of(tuning.figures()),
                        List.of(note.node(), tuning.node()),
                        open);
        levelFold = new Fold("Level", List.of(level.figures()), List.of(level.node()), open);
        body =
                new SettingRows(
                        desk,
                        () -> Scopes.of(desk.selection().get(), desk.session()),
                        BodySettings.SETTINGS);
        bodyFold =
                new Fold(
                        "Body",
                        List.of(quiet("formants, harmonics, low cut")),
                        body.nodes(BodySettings.SETTINGS),
                        open);
        takes =
                new SettingRows(
                        desk,
                        () -> Scopes.of(desk.selection().get(), desk.session()),
                        TakeWeights.SETTINGS);
        takesFold =
                new Fold(
                        "Takes",
                        List.of(quiet("what counts for the best")),
                        takes.nodes(TakeWeights.SETTINGS),
                        open);
        voiceFold = new Fold("Track", List.of(), List.of(voice.node()), open);
        root.getChildren()
                .setAll(
                        title,
                        departure,
                        kept,
                        protection.node(),
                        timingFold.node(),
                        gridFold.node(),
                        pitchFold.node(),
                        levelFold.node(),
                        bodyFold.node(),
                        moreFold.node(),
                        takesFold.node(),
                        voiceFold.node());
        root.setPadding(new Insets(6, 10, 2, 12));
        root.setMinWidth(280);
        root.setPrefWidth(300);
        root.getStyleClass().add("settings");
        desk.sight().lens().subscribe(lens -> foldOf(lens).open());
        desk.history().subscribe(ignored -> refresh());
        desk.selection().subscribe(ignored -> refresh());
        desk.focus().subscribe(ignored -> refresh());
        desk.derived().subscribe(ignored -> refresh());
        desk.stale().subscribe(ignored -> refresh());
        open.subscribe(ignored -> refresh());
    }

    private Fold foldOf(Lens lens) {
        return switch (lens) {
            case TIME -> timingFold;
            case PITCH -> pitchFold;
            case SOUND -> levelFold;
        };
    }

    public Node node() {
        // As high as what is open; what is beside it takes the rest.
        ScrollPane scroll =
                new ScrollPane(root) {
                    @Override
                    protected double computePrefHeight(double width) {
                        return snappedTopInset() + root.prefHeight(-1) + snappedBottomInset();
                    }
                };
        Panes.drawOnlyChanges(scroll);
        scroll.setFitToWidth(true);
        scroll.setMinWidth(280);
        scroll.setMinHeight(0);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        return scroll;
    }

    private List<Node> timingFigures() {
        before.setId("lock-before");
        after.setId("lock-after");
        before.getStyleClass().add("figure");
        after.getStyleClass().add("figure");
        staleNote.getStyleClass().add("quiet");
        most.setTooltip(mostTip);
        return List.of(staleNote, before, arrow, after, most);
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
        scopeTip.setText(scopeTitle.getText());
        giveBack.setVisible(
                any && !ofGuide && scope.givingBack(session, TimingSettings.SETTINGS).isPresent());
        showSafe(desk.now().selected());
        show(guide.reference(), ofGuide);
        timingFold.show(any || ofGuide);
        gridFold.show(ofGuide);
        moreFold.show(any && !ofGuide);
        takesFold.show(selected.map(v -> !v.layer().takes().isEmpty()).orElse(false));
        show(timing.start(), any && !ofGuide);
        pitchFold.show(any || ofGuide);
        levelFold.show(any || ofGuide);
        bodyFold.show(any || ofGuide);
        voiceFold.show(selected.isPresent() || desk.selection().get().stackId().isPresent());
        if (!open.get().isShown()) {
            timingFold.open();
        }
        for (Node figure : timingFigures) {
            show(figure, any && !ofGuide);
        }
        Figures lock = lastFigures.of(scope, desk.derived().get());
        before.setText(lock.before().medianText());
        after.setText(lock.after().medianText());
        most.setText("90 % " + lock.after().p90Text());
        mostTip.setText(
                "90 % within "
                        + lock.before().p90Text()
                        + " as recorded, "
                        + lock.after().p90Text()
                        + " as it sounds now");
        show(staleNote, desk.stale().get());
        protection.refresh();
        guide.refresh();
        timing.refresh();
        tuning.refresh();
        level.refresh(open.get() == levelFold);
        refreshOpened();
        note.refresh();
        voice.refresh();
    }

    /// Rows that nobody sees need not show what they are set to.
    private void refreshOpened() {
        if (open.get() == bodyFold) {
            body.refresh();
        }
        if (open.get() == takesFold) {
            takes.refresh();
        }
    }

    /// What would change nothing cannot be turned.
    private void showSafe(List<Voice> selected) {
        List<Voice> safe = selected.stream().filter(Voice::safe).toList();
        boolean all = !safe.isEmpty() && safe.size() == selected.size();
        onlySeen.setText(
                selected.size() > 1
                        ? safe.size() + " of " + selected.size() + " are only seen"
                        : "Only seen: nothing changes it");
        workOn.setText(safe.size() == 1 ? "Work on it" : "Work on them");
        workOn.setVisible(!safe.isEmpty());
        for (Node part :
                List.of(
                        protection.node(),
                        guide.reference(),
                        timing.node(),
                        timing.more(),
                        note.node(),
                        tuning.node(),
                        level.node())) {
            part.setDisable(all);
        }
    }

    private static void show(Node node, boolean shown) {
        node.setVisible(shown);
        node.setManaged(shown);
    }
}
