package zelvan.desktop.lockmap;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.canvas.PlayheadWatch;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Selection;
import zelvan.desktop.theme.Theme;
import zelvan.measure.LockMap;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Strip;
import zelvan.session.Voice;

/// The lock map: strips of the tracks on the left, the painted grid beside them.
public final class LockMapView {
    private static final double STRIPS_WIDTH = 276;

    private final AppModel model;
    private final LockMapPainter painter;
    private final PaintedRegion grid;
    private final VBox strips = new VBox();
    private final Tooltip tip = new Tooltip();
    private final ScrollPane scroll;

    public LockMapView(AppModel model, Theme theme) {
        this.model = model;
        this.painter = new LockMapPainter(model, theme);
        this.grid = new PaintedRegion(painter::paint);
        grid.setId("lock-map");
        grid.setAccessibleText("Lock map: voices by phrases");
        BorderPane both = new BorderPane(grid);
        both.setLeft(strips);
        strips.setPrefWidth(STRIPS_WIDTH);
        strips.setMinWidth(STRIPS_WIDTH);
        scroll = new ScrollPane(both);
        scroll.setFitToWidth(true);
        scroll.setFitToHeight(true);
        scroll.getStyleClass().add("lock-map-pane");
        Tooltip.install(grid, tip);
        grid.setOnMouseClicked(this::clicked);
        grid.setOnMouseMoved(this::moved);
        model.history().subscribe(ignored -> rebuild());
        model.derived().subscribe(ignored -> rebuild());
        model.selection().subscribe(ignored -> rebuild());
        model.viewport().subscribe(ignored -> grid.repaint());
        model.version().subscribe(ignored -> rebuild());
        theme.palette().subscribe(ignored -> rebuild());
        PlayheadWatch.start(model.player()::positionSeconds, grid::repaint);
    }

    public Node node() {
        return scroll;
    }

    private void rebuild() {
        Session session = model.session();
        List<LockMapRow> rows = LockMapRow.of(session);
        Label corner = new Label("offset in ms:  ◂ early  |  late ▸");
        corner.getStyleClass().add("quiet");
        corner.setPadding(new Insets(0, 8, 0, 10));
        fixHeight(corner, LockMapPainter.RULER_HEIGHT);
        strips.getChildren().setAll(corner);
        double height = LockMapPainter.RULER_HEIGHT;
        for (LockMapRow row : rows) {
            strips.getChildren().add(row.voice().map(this::strip).orElseGet(() -> heading(row)));
            height += row.height();
        }
        grid.setMinHeight(height + 4);
        grid.repaint();
    }

    private Node heading(LockMapRow row) {
        Label name = new Label(row.stack().orElseThrow().name());
        name.getStyleClass().add("heading");
        HBox box = new HBox(name);
        box.setAlignment(Pos.CENTER_LEFT);
        fixHeight(box, row.height());
        box.setPadding(new Insets(0, 8, 0, 10));
        String id = row.stack().orElseThrow().id();
        box.setId("stack-" + id);
        box.getStyleClass().add("strip");
        if (model.selection().get().stackId().map(id::equals).orElse(false)) {
            box.getStyleClass().add("selected");
        }
        box.setOnMouseClicked(e -> model.select(Selection.ofStack(id)));
        return box;
    }

    private Node strip(Voice voice) {
        Label name = new Label(voice.name());
        name.setMinWidth(0);
        HBox.setHgrow(name, Priority.ALWAYS);
        name.setMaxWidth(Double.MAX_VALUE);
        HBox box = new HBox(6, name);
        if (voice.role() == Role.GUIDE || voice.role() == Role.BED) {
            Label role = new Label(voice.role().word());
            role.getStyleClass().add("quiet");
            box.getChildren().add(role);
        } else {
            Label lock = new Label(figures(voice));
            lock.getStyleClass().add("figure");
            lock.setMinWidth(Region.USE_PREF_SIZE);
            box.getChildren().add(lock);
        }
        box.getChildren().addAll(solo(voice), mute(voice));
        box.setAlignment(Pos.CENTER_LEFT);
        box.setPadding(new Insets(0, 6, 0, voice.role().follows() ? 20 : 10));
        fixHeight(box, LockMapRow.VOICE_HEIGHT);
        box.setId("strip-" + voice.id());
        box.getStyleClass().add("strip");
        if (voice.role() == Role.GUIDE) {
            name.getStyleClass().add("guide-name");
        }
        if (model.selection().get().has(voice.id())) {
            box.getStyleClass().add("selected");
        }
        model.derived()
                .get()
                .voice(voice.id())
                .flatMap(d -> d.problem())
                .ifPresent(problem -> {
                    name.getStyleClass().add("problem");
                    Tooltip.install(box, new Tooltip(problem.getMessage()));
                });
        box.setOnMouseClicked(e ->
                model.select(
                        e.isShortcutDown()
                                ? model.selection().get().toggling(voice.id())
                                : Selection.ofVoice(voice.id())));
        return box;
    }

    private static void fixHeight(Region region, double height) {
        region.setMinHeight(height);
        region.setPrefHeight(height);
        region.setMaxHeight(height);
    }

    private String figures(Voice voice) {
        return model.derived()
                .get()
                .voice(voice.id())
                .filter(d -> d.lock().before().count() > 0)
                .map(d ->
                        d.lock().isHopeless()
                                ? "sing again"
                                : number(d.lock().before().medianSeconds())
                                        + " → "
                                        + d.lock().after().medianText())
                .orElse("");
    }

    private static String number(double seconds) {
        return String.format(Locale.ROOT, "%.0f", seconds * 1000);
    }

    private ToggleButton solo(Voice voice) {
        ToggleButton button = new ToggleButton("S");
        button.setId("solo-" + voice.id());
        button.setTooltip(new Tooltip("Solo: hear this one alone"));
        button.setAccessibleText("Solo " + voice.name());
        button.setSelected(voice.strip().solo());
        button.setFocusTraversable(false);
        button.setOnAction(e ->
                set(
                        voice,
                        voice.strip().withSolo(button.isSelected()),
                        button.isSelected() ? "solo" : "solo off"));
        return button;
    }

    private ToggleButton mute(Voice voice) {
        ToggleButton button = new ToggleButton("M");
        button.setId("mute-" + voice.id());
        button.setTooltip(new Tooltip("Mute"));
        button.setAccessibleText("Mute " + voice.name());
        button.setSelected(voice.strip().muted());
        button.setFocusTraversable(false);
        button.setOnAction(e ->
                set(
                        voice,
                        voice.strip().withMuted(button.isSelected()),
                        button.isSelected() ? "mute" : "mute off"));
        return button;
    }

    private void set(Voice voice, Strip strip, String what) {
        model.apply(new Edit.SetStrip(voice.id(), voice.name(), strip, what));
    }

    private void clicked(MouseEvent event) {
        Optional<LockMapPainter.Hit> hit = painter.at(event.getX(), event.getY(), grid.getWidth());
        if (hit.isEmpty() || event.getY() < LockMapPainter.RULER_HEIGHT) {
            model.seek(event.getX() / grid.getWidth() * model.derived().get().seconds());
            grid.repaint();
            return;
        }
        Optional<Voice> voice = hit.get().row().voice();
        if (voice.isPresent() && hit.get().phrase().isPresent() && voice.get().role().follows()) {
            if (event.isShortcutDown()) {
                model.select(model.selection().get().toggling(voice.get().id()));
            } else {
                model.visit(voice.get().id(), hit.get().phrase().get());
            }
        } else {
            hit.get().phrase().ifPresent(model::show);
            model.seek(hit.get().seconds());
        }
    }

    private void moved(MouseEvent event) {
        tip.setText(
                painter.at(event.getX(), event.getY(), grid.getWidth())
                        .flatMap(hit ->
                                hit.cell().map(cell -> describe(hit, cell) + doubts(hit, cell)))
                        .orElse("Click to go there"));
    }

    /// Why the program doubts what it did in a cell.
    private String doubts(LockMapPainter.Hit hit, LockMap.Cell cell) {
        return hit.row().voice().flatMap(v -> model.derived().get().voice(v.id())).stream()
                .flatMap(made -> made.lock().doubts().stream())
                .filter(d -> d.span().overlaps(cell.phrase()))
                .filter(d -> !d.span().equals(cell.phrase()))
                .map(d ->
                        String.format(
                                Locale.ROOT,
                                "\nat %.1f s %s",
                                d.span().middleSeconds(),
                                d.reason().words()))
                .collect(Collectors.joining());
    }

    private static String describe(LockMapPainter.Hit hit, LockMap.Cell cell) {
        String name = hit.row().voice().map(Voice::name).orElse("");
        String state =
                switch (cell.state()) {
                    case MATCHED -> "";
                    case SILENT -> "\nsilent here";
                    case DOUBTFUL -> "\ndoubtful: look at this match";
                    case OTHER_WORDS -> "\nsomething else is sung here";
                    case SING_AGAIN -> "\nso far off that singing it again is quicker";
                    case PROTECTED -> "\nprotected";
                };
        if (cell.state() == LockMap.State.SILENT) {
            return name + state;
        }
        return String.format(
                Locale.ROOT,
                "%s\nrecorded: median %s, 90 %% within %s\nlocked: median %s, 90 %% within %s%s",
                name,
                cell.before().medianText(),
                cell.before().p90Text(),
                cell.after().medianText(),
                cell.after().p90Text(),
                state);
    }
}
