package zelvan.desktop.settings;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.DoubleConsumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zelvan.desktop.model.AppModel;
import zelvan.exchange.VoiceFolder;
import zelvan.session.Edit;
import zelvan.session.Protection;
import zelvan.session.RepairEdit;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;
import zelvan.units.TimeSpan;

/// The panel of settings: always for what is selected, with its scope on top.
public final class SettingsView {
    private static final double MOST_SLACK_MILLIS = 100;
    private static final double QUIETEST_DECIBELS = -24;
    private static final double LOUDEST_DECIBELS = 6;

    private final AppModel model;
    private final Label scopeTitle = new Label();
    private final Label departs = new Label("departs from what stands above it");
    private final Button giveBack = new Button("Give it back");
    private final Control pull;
    private final Control slack;
    private final Label before = new Label();
    private final Label after = new Label();
    private final Label beforeMost = new Label();
    private final Label afterMost = new Label();
    private final Label staleNote = new Label("working it out…");
    private final VBox voicePart = new VBox(8);
    private final VBox root;
    private final HBox buttons = new HBox(8);
    private Optional<Control> level = Optional.empty();
    private boolean refreshing;

    public SettingsView(AppModel model) {
        this.model = model;
        scopeTitle.setId("scope");
        scopeTitle.getStyleClass().add("title");
        scopeTitle.setWrapText(true);
        scopeTitle.setMinHeight(Region.USE_PREF_SIZE);
        giveBack.setId("give-back");
        giveBack.setOnAction(e -> scope().givingBack(model.session()).ifPresent(model::apply));
        pull =
                new Control(
                        "pull",
                        "Pull",
                        "%",
                        0,
                        100,
                        "How much of an offset is taken away",
                        v -> set(v / 100, current().slackSeconds()));
        slack =
                new Control(
                        "slack",
                        "Slack",
                        "ms",
                        0,
                        MOST_SLACK_MILLIS,
                        "How much offset is left alone as human",
                        v -> set(current().pull(), v / 1000));
        before.setId("lock-before");
        after.setId("lock-after");
        before.getStyleClass().addAll("figure", "big");
        after.getStyleClass().addAll("figure", "big");
        staleNote.getStyleClass().add("quiet");
        HBox departure = new HBox(8, departs, giveBack);
        departure.setAlignment(Pos.CENTER_LEFT);
        departs.getStyleClass().add("departs");
        departure.visibleProperty().bind(giveBack.visibleProperty());
        departure.managedProperty().bind(giveBack.visibleProperty());
        Label timing = new Label("Timing");
        timing.getStyleClass().add("heading");
        root =
                new VBox(
                        10,
                        scopeTitle,
                        departure,
                        timing,
                        pull.node(),
                        slack.node(),
                        figures(),
                        voicePart);
        root.setPadding(new Insets(14));
        root.setMinWidth(280);
        root.setPrefWidth(300);
        root.getStyleClass().add("settings");
        model.history().subscribe(ignored -> refresh());
        model.selection().subscribe(ignored -> refresh());
        model.derived().subscribe(ignored -> refresh());
        model.stale().subscribe(ignored -> refresh());
    }

    public Node node() {
        ScrollPane scroll = new ScrollPane(root);
        scroll.setFitToWidth(true);
        scroll.setMinWidth(280);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        return scroll;
    }

    private Node figures() {
        Label lock = new Label("Lock");
        lock.getStyleClass().add("heading");
        Label from = new Label("recorded");
        Label to = new Label("now");
        from.getStyleClass().add("quiet");
        to.getStyleClass().add("quiet");
        VBox left = new VBox(from, before, beforeMost);
        VBox right = new VBox(to, after, afterMost);
        for (Label label : List.of(before, after, beforeMost, afterMost)) {
            label.setMinWidth(Region.USE_PREF_SIZE);
        }
        HBox pair = new HBox(28, left, right);
        return new VBox(4, lock, pair, staleNote);
    }

    private Scope scope() {
        return Scope.of(model.selection().get(), model.session());
    }

    private TimingSettings current() {
        return scope().timing(model.session());
    }

    private void set(double pullShare, double slackSeconds) {
        if (!refreshing) {
            model.apply(
                    scope().setting(model.session(), new TimingSettings(pullShare, slackSeconds)));
        }
    }

    private void refresh() {
        refreshing = true;
        Session session = model.session();
        Scope scope = scope();
        boolean any = !session.followers().isEmpty();
        root.setDisable(!any);
        scopeTitle.setText(any ? scope.title(session) : "Nothing to set yet");
        giveBack.setVisible(any && scope.givingBack(session).isPresent());
        TimingSettings timing = any ? scope.timing(session) : TimingSettings.OFF;
        pull.show(timing.pull() * 100);
        slack.show(timing.slackSeconds() * 1000);
        Scope.LockPair figures = scope.figures(model.derived().get());
        before.setText(figures.before().medianText());
        beforeMost.setText("90 % within " + figures.before().p90Text());
        after.setText(figures.after().medianText());
        afterMost.setText("90 % within " + figures.after().p90Text());
        staleNote.setVisible(model.stale().get());
        refreshVoice(session);
        refreshing = false;
    }

    private void refreshVoice(Session session) {
        Optional<Voice> voice =
                model.selection().get().voiceIds().stream().findFirst().flatMap(session::voice);
        if (voice.isEmpty()) {
            voicePart.getChildren().clear();
            return;
        }
        Voice v = voice.get();
        if (v.id().equals(voicePart.getUserData()) && !voicePart.getChildren().isEmpty()) {
            level.ifPresent(l -> l.show(v.strip().gainDecibels()));
            refreshButtons(v);
            return;
        }
        voicePart.setUserData(v.id());
        Label heading = new Label("Voice");
        heading.getStyleClass().add("heading");
        Control levelControl =
                new Control(
                        "level",
                        "Level",
                        "dB",
                        QUIETEST_DECIBELS,
                        LOUDEST_DECIBELS,
                        "How loud it is heard",
                        db -> setLevel(v.id(), db));
        level = Optional.of(levelControl);
        levelControl.show(v.strip().gainDecibels());
        voicePart.getChildren().setAll(heading, levelControl.node(), buttons);
        refreshButtons(v);
    }

    private void setLevel(String voiceId, double decibels) {
        if (!refreshing) {
            model.session()
                    .voice(voiceId)
                    .ifPresent(v ->
                            model.apply(
                                    new Edit.SetStrip(
                                            voiceId,
                                            v.name(),
                                            v.strip().withGain(decibels),
                                            "level")));
        }
    }

    private void refreshButtons(Voice voice) {
        buttons.getChildren().clear();
        if (voice.role().follows()) {
            Button guide = new Button("Make it the guide");
            guide.setId("make-guide");
            guide.setOnAction(e ->
                    model.apply(
                            new Edit.SetGuide(
                                    voice.id(), voice.name(), VoiceFolder.stackFor(Role.DOUBLE))));
            buttons.getChildren().add(guide);
            sourceSpan(voice)
                    .ifPresent(span -> {
                        Optional<Protection> there =
                                voice.protections().stream()
                                        .filter(p -> p.span().overlaps(span))
                                        .findFirst();
                        Button protect =
                                new Button(
                                        there.isPresent() ? "Lift protection" : "Protect phrase");
                        protect.setId("protect");
                        protect.setOnAction(e -> toggleProtection(model));
                        buttons.getChildren().add(protect);
                    });
        }
    }

    private Optional<TimeSpan> sourceSpan(Voice voice) {
        return sourceSpan(model, voice);
    }

    /// Protects the timing of the selected phrase in the selected voices, or lifts that.
    public static void toggleProtection(AppModel model) {
        for (String id : List.copyOf(model.selection().get().voiceIds())) {
            Optional<Voice> voice = model.session().voice(id).filter(v -> v.role().follows());
            Optional<TimeSpan> span = voice.flatMap(v -> sourceSpan(model, v));
            if (span.isPresent()) {
                Optional<Protection> there =
                        voice.get().protections().stream()
                                .filter(p -> p.span().overlaps(span.get()))
                                .findFirst();
                model.apply(
                        there.<Edit>map(p -> new RepairEdit.Unprotect(id, voice.get().name(), p))
                                .orElseGet(() ->
                                        new RepairEdit.Protect(
                                                id,
                                                voice.get().name(),
                                                new Protection(
                                                        span.get(), Protection.Kind.TIMING))));
            }
        }
    }

    /// The selected phrase in the voice's own time: its own phrase that overlaps it most as
    /// recorded.
    private static Optional<TimeSpan> sourceSpan(AppModel model, Voice voice) {
        Optional<TimeSpan> phrase = model.selection().get().phrase();
        return phrase.flatMap(p ->
                model.derived().get().voice(voice.id()).stream()
                        .flatMap(d -> d.analysis().stream())
                        .flatMap(a -> a.phrases().stream())
                        .filter(own -> own.overlaps(p))
                        .max(java.util.Comparator.comparingDouble(own -> own.sharedSeconds(p))));
    }

    /// A slider with its number, which can be typed as well.
    private static final class Control {
        private final Slider slider;
        private final TextField field = new TextField();
        private final VBox node;

        Control(
                String id,
                String name,
                String unit,
                double from,
                double to,
                String help,
                DoubleConsumer changed) {
            slider = new Slider(from, to, from);
            slider.setId(id);
            slider.setAccessibleText(name);
            slider.setBlockIncrement((to - from) / 20);
            field.setId(id + "-field");
            field.setPrefColumnCount(4);
            field.setAlignment(Pos.CENTER_RIGHT);
            Label label = new Label(name);
            label.setTooltip(new Tooltip(help));
            Label unitLabel = new Label(unit);
            unitLabel.getStyleClass().add("quiet");
            Region space = new Region();
            HBox.setHgrow(space, Priority.ALWAYS);
            HBox row = new HBox(6, label, space, field, unitLabel);
            row.setAlignment(Pos.CENTER_LEFT);
            node = new VBox(2, row, slider);
            slider.valueProperty().subscribe(v -> changed.accept(rounded(v.doubleValue())));
            field.setOnAction(e -> {
                try {
                    changed.accept(
                            Math.clamp(Double.parseDouble(field.getText().trim()), from, to));
                } catch (NumberFormatException notANumber) {
                    show(slider.getValue());
                }
            });
        }

        private static double rounded(double value) {
            return Math.round(value);
        }

        void show(double value) {
            if (Math.abs(slider.getValue() - value) > 0.05) {
                slider.setValue(value);
            }
            if (!field.isFocused()) {
                field.setText(
                        String.format(
                                Locale.ROOT, value == Math.rint(value) ? "%.0f" : "%.1f", value));
            }
        }

        Node node() {
            return node;
        }
    }
}
