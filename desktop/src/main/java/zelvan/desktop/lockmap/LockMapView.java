package zelvan.desktop.lockmap;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import zelvan.desktop.canvas.Frames;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.canvas.Panes;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Overview;
import zelvan.desktop.keys.Command;
import zelvan.desktop.theme.Theme;
import zelvan.session.Stack;
import zelvan.session.Voice;

/// The lock map: strips of the tracks on the left, the painted grid beside them.
public final class LockMapView {
    private static final double STRIPS_WIDTH = 276;
    private static final double ZOOM_STEP = 0.8;

    /// Words are seldom wider than what the platform takes for a click.
    private static final double STILL_PIXELS = 3;

    /// Where the playhead stands after what is shown has followed it, of the width.
    private static final double FOLLOWED_SHARE = 0.1;

    private final Desk desk;
    private final LockMapPainter painter;
    private final PaintedRegion grid;
    private final VBox strips = new VBox();
    private final Node corner = corner();
    private final Map<String, VoiceStrip> voiceStrips = new HashMap<>();
    private final Map<String, TakeStrip> takeStrips = new HashMap<>();
    private final Map<String, StackHead> heads = new HashMap<>();
    private final TrackMenu menu;
    private final StripGestures gestures;
    private final Tooltip tip = new Tooltip();
    private List<String> places = List.of();
    private final CellGestures cells;
    private final CellWords words;
    private List<String> songWords = List.of();
    private double pressedX;
    private double pressedY;
    private boolean levels;
    private final ScrollPane scroll;

    /// @param replace asks for another recording of a track
    public LockMapView(Desk desk, Theme theme, Consumer<Voice> replace) {
        this.desk = desk;
        this.painter = new LockMapPainter(desk, theme);
        this.menu = new TrackMenu(desk, voice -> strip(voice).rename(), replace);
        this.gestures = new StripGestures(desk, menu);
        this.grid = new PaintedRegion(this::paint, new LockMapOverlay(desk));
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
        Panes.drawOnlyChanges(scroll);
        scroll.vvalueProperty().subscribe(ignored -> scrolled());
        scroll.viewportBoundsProperty().subscribe(ignored -> scrolled());
        Tooltip.install(grid, tip);
        cells = new CellGestures(desk);
        words = new CellWords(desk);
        grid.setOnMouseClicked(this::clicked);
        grid.setOnMousePressed(e -> {
            pressedX = e.getX();
            pressedY = e.getY();
            cells.pressed(hit(e), e, grid.getWidth());
        });
        grid.setOnMouseMoved(this::moved);
        grid.setOnMouseDragged(this::dragged);
        grid.setOnMouseReleased(e -> {
            desk.hearing().player().endScrub();
            cells.released();
            grid.repaint();
        });
        desk.history().subscribe(ignored -> rowsChanged());
        desk.derived().subscribe(ignored -> rebuild());
        desk.selection().subscribe(ignored -> rebuild());
        desk.sight().opened().subscribe(ignored -> rebuild());
        desk.sight().viewport().subscribe(ignored -> grid.placeOver());
        desk.sight().overview().subscribe(ignored -> grid.repaint());
        grid.setOnScroll(this::wheeled);
        desk.hearing().version().subscribe(ignored -> rebuild());
        desk.hearing().raw().subscribe(ignored -> rebuild());
        theme.palette().subscribe(ignored -> rebuild());
        Frames.whileShown(strips, this::showLevels);
        Frames.whenMoved(grid, desk.hearing().player()::positionSeconds, this::playheadMoved);
    }

    public Node node() {
        return scroll;
    }

    /// The track whose strip a node is or belongs to, by id.
    public static Optional<String> voiceAt(@Nullable Node node) {
        for (Node at = node; at != null; at = at.getParent()) {
            String id = at.getId();
            if (id != null && id.startsWith(VoiceStrip.ID_PREFIX)) {
                return Optional.of(id.substring(VoiceStrip.ID_PREFIX.length()));
            }
        }
        return Optional.empty();
    }

    /// What can be done to tracks.
    public List<Command> trackCommands() {
        return menu.commands();
    }

    /// What can be done to what is seen of the song.
    public List<Command> lookCommands() {
        return List.of(
                Command.of(
                        "columns",
                        "Look",
                        "Columns of the lock map by time, or equally wide",
                        "E",
                        () -> overlook(desk.sight().overview().get().otherwise())),
                Command.of(
                        "whole-song",
                        "Look",
                        "The whole song in the lock map",
                        "W",
                        () -> overlook(desk.sight().overview().get().whole())));
    }

    private void overlook(Overview next) {
        desk.sight().overlook(next);
    }

    /// With Ctrl closer or further, with Shift along; else the rows are scrolled.
    private void wheeled(ScrollEvent event) {
        Overview shown = desk.sight().overview().get();
        double along =
                event.getDeltaX() != 0
                        ? event.getDeltaX()
                        : event.isShiftDown() ? event.getDeltaY() : 0;
        if (event.isShortcutDown() && event.getDeltaY() != 0) {
            double factor = event.getDeltaY() > 0 ? ZOOM_STEP : 1 / ZOOM_STEP;
            overlook(shown.zoomed(factor, geometry().shareAt(event.getX())));
        } else if (along != 0) {
            overlook(shown.moved(-along / grid.getWidth() * (shown.to() - shown.from())));
        } else {
            return;
        }
        event.consume();
    }

    /// Until what was heard last has died away.
    private void showLevels() {
        boolean sounds =
                desk.hearing().player().playing() || desk.hearing().held().get().isPresent();
        if (sounds || levels) {
            voiceStrips.values().forEach(VoiceStrip::refreshLevel);
            levels = sounds || voiceStrips.values().stream().anyMatch(VoiceStrip::showsLevel);
        }
    }

    /// What is shown follows what plays.
    private void playheadMoved() {
        double seconds = desk.hearing().player().positionSeconds();
        double x = geometry().x(seconds);
        if (desk.hearing().player().playing() && (x < 0 || x > grid.getWidth())) {
            Overview shown = desk.sight().overview().get();
            double share = geometry().shareAt(x) - shown.from();
            overlook(shown.moved(share - FOLLOWED_SHARE * (shown.to() - shown.from())));
        }
        grid.placeOver();
    }

    /// What the grid shows is what was derived; of the session itself it shows the rows.
    private void rowsChanged() {
        boolean named = desk.session().words().equals(songWords);
        songWords = desk.session().words();
        if (!named || !LockMapRow.places(desk).equals(places)) {
            rebuild();
        } else {
            showStrips();
        }
    }

    private void rebuild() {
        showStrips();
        grid.repaint();
    }

    private void showStrips() {
        places = LockMapRow.places(desk);
        List<Node> shown = new ArrayList<>(List.of(corner));
        double height = LockMapPainter.RULER_HEIGHT;
        for (LockMapRow row : LockMapRow.of(desk)) {
            shown.add(
                    row.voice()
                            .map(this::shownStrip)
                            .or(() -> row.take().map(this::shownTake))
                            .orElseGet(() -> heading(row)));
            height += row.height();
        }
        if (!strips.getChildren().equals(shown)) {
            strips.getChildren().setAll(shown);
        }
        grid.setMinHeight(height + 4);
        tellWhatIsInSight();
    }

    private void paint(GraphicsContext g, double width, double height) {
        double top = top();
        painter.paint(
                g, width, top, top + scroll.getViewportBounds().getHeight(), cells.takeDrag());
    }

    private void scrolled() {
        tellWhatIsInSight();
        grid.repaint();
    }

    /// Upper edge of what is in sight, pixels down the grid.
    private double top() {
        double beyond = grid.getMinHeight() - scroll.getViewportBounds().getHeight();
        return scroll.getVvalue() * Math.max(0, beyond);
    }

    private void tellWhatIsInSight() {
        double shown = scroll.getViewportBounds().getHeight();
        double top = top();
        desk.sight()
                .showing(
                        LockMapGeometry.rows(desk).stream()
                                .filter(placed ->
                                        placed.y() < top + shown
                                                && placed.y() + placed.row().height() > top)
                                .flatMap(placed -> placed.row().voice().stream())
                                .map(Voice::id)
                                .toList());
    }

    private Node shownStrip(Voice voice) {
        VoiceStrip strip = strip(voice);
        strip.show(voice);
        return strip.node();
    }

    private Node shownTake(LockMapRow.TakeOf row) {
        return takeStrips
                .computeIfAbsent(
                        row.voice().id() + "/" + row.index(),
                        same -> new TakeStrip(row.voice().id(), row.index()))
                .show(desk, row);
    }

    private VoiceStrip strip(Voice voice) {
        return voiceStrips.computeIfAbsent(voice.id(), this::newStrip);
    }

    private VoiceStrip newStrip(String voiceId) {
        VoiceStrip strip = new VoiceStrip(desk, voiceId, e -> gestures.askRole(voiceId, e));
        gestures.on(strip, voiceId);
        return strip;
    }

    private Node heading(LockMapRow row) {
        Stack stack = row.stack().orElseThrow();
        StackHead head = heads.computeIfAbsent(stack.id(), id -> new StackHead(desk, id));
        head.show(stack);
        return head.node();
    }

    private static Label corner() {
        Label corner = new Label("ms ◂ early, flat, soft | late, sharp, loud ▸");
        corner.getStyleClass().add("quiet");
        corner.setPadding(new Insets(0, 8, 0, 10));
        fixHeight(corner, LockMapPainter.RULER_HEIGHT);
        return corner;
    }

    static void fixHeight(Region region, double height) {
        region.setMinHeight(height);
        region.setPrefHeight(height);
        region.setMaxHeight(height);
    }

    /// Along the ruler, what is under the pointer is heard.
    private void dragged(MouseEvent event) {
        if (pressedY < SongStrip.HEIGHT) {
            overlookAround(event.getX());
            return;
        }
        if (event.isStillSincePress() && Math.abs(event.getX() - pressedX) < STILL_PIXELS) {
            return;
        }
        if (pressedY < LockMapPainter.RULER_HEIGHT) {
            desk.hearing().player().scrub(secondsAt(event.getX()));
        } else {
            double guide = geometry().clocks().guideSeconds(secondsAt(event.getX()));
            cells.dragged(hit(event), guide, event.isShortcutDown());
            grid.repaint();
        }
    }

    private LockMapGeometry geometry() {
        return LockMapGeometry.of(desk, grid.getWidth());
    }

    private double secondsAt(double x) {
        return geometry().secondsAt(x);
    }

    private void clicked(MouseEvent event) {
        if (!event.isStillSincePress() || cells.hasTaken()) {
            return;
        }
        if (event.getY() < SongStrip.HEIGHT && !desk.sight().overview().get().isWhole()) {
            overlookAround(event.getX());
            return;
        }
        if (event.getY() < LockMapPainter.RULER_HEIGHT) {
            OptionalInt column = geometry().phraseAt(event.getX());
            if (column.isEmpty() || !cells.clickedNumber(column.getAsInt(), event)) {
                desk.looking().seekAndShow(secondsAt(event.getX()));
            }
            return;
        }
        Optional<LockMapPainter.Hit> hit = hit(event);
        if (cells.chose(hit)) {
            return;
        }
        if (!cells.clicked(hit, event)) {
            desk.looking().seekAndShow(secondsAt(event.getX()));
            hit.flatMap(LockMapPainter.Hit::phrase).ifPresent(desk.looking()::show);
        }
    }

    private Optional<LockMapPainter.Hit> hit(MouseEvent event) {
        return painter.at(event.getX(), event.getY(), grid.getWidth());
    }

    /// Shows what is there in the strip of the whole song.
    private void overlookAround(double x) {
        Overview shown = desk.sight().overview().get();
        double middle = 0.5 * (shown.from() + shown.to());
        overlook(shown.moved(Math.clamp(x / grid.getWidth(), 0, 1) - middle));
    }

    private void moved(MouseEvent event) {
        tip.setText(hit(event).flatMap(words::of).orElse("Click to go there"));
        boolean edge =
                TakeDrag.at(desk, hit(event), event.getX(), grid.getWidth())
                        .map(TakeDrag::isOfEdge)
                        .orElse(false);
        grid.setCursor(edge ? Cursor.H_RESIZE : Cursor.DEFAULT);
    }
}
