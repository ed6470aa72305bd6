package zelvan.desktop.closeup;

import java.util.List;
import javafx.animation.Interpolator;
import javafx.animation.KeyFrame;
import javafx.animation.KeyValue;
import javafx.animation.Timeline;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.util.Duration;
import zelvan.desktop.canvas.Frames;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Lens;
import zelvan.desktop.theme.Theme;
import zelvan.play.Player;
import zelvan.play.Version;
import zelvan.session.Session;

/// The close-up: guide and voices of one stretch, through one lens at a time.
public final class CloseUpView {
    private static final double MARGIN_PIXELS = 60;
    private static final Duration SLIDE = Duration.millis(220);

    private final AppModel model;
    private final PaintedRegion time;
    private final PaintedRegion pitch;
    private final CloseUpGestures gestures;
    private final ChordLane chords;
    private final BorderPane pitchLens;
    private final ScrollPane scroll;
    private final ToggleButton fan = new ToggleButton("Fan");
    private final BorderPane root = new BorderPane();
    private final DoubleProperty locked = new SimpleDoubleProperty(1);
    private final Timeline slide = new Timeline();
    private Session drawnOf = Session.EMPTY;

    public CloseUpView(AppModel model, Theme theme) {
        this.model = model;
        CloseUpPainter painter = new CloseUpPainter(model, theme);
        time = new PaintedRegion((g, w, h) -> paintTime(painter, g, w, h), painter::paintOver);
        time.setId("close-up");
        time.setFocusTraversable(true);
        time.setAccessibleText("Close-up: guide and voices in time");
        gestures = new CloseUpGestures(model, time);
        PitchPainter pitchPainter = new PitchPainter(model, theme);
        pitch =
                new PaintedRegion(
                        (g, w, h) -> pitchPainter.paint(g, w, h, locked.get(), fan.isSelected()));
        pitch.setId("pitch-lens");
        pitch.setFocusTraversable(true);
        pitch.setAccessibleText("Close-up: guide and voices in pitch");
        new PitchGestures(model, pitch, locked::get, fan::isSelected);
        chords = new ChordLane(model, theme);
        pitchLens = new BorderPane(pitch);
        pitchLens.setTop(chords.node());
        scroll = new ScrollPane(time);
        scroll.setFitToWidth(true);
        scroll.setFitToHeight(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.vvalueProperty().subscribe(ignored -> repaint());
        scroll.viewportBoundsProperty().subscribe(ignored -> repaint());
        root.setTop(lenses());
        locked.subscribe(ignored -> repaint());
        model.history().subscribe(h -> sessionChanged(h.current()));
        model.derived().subscribe(ignored -> refresh());
        model.selection().subscribe(ignored -> refresh());
        model.focus().subscribe(ignored -> repaint());
        model.viewport().subscribe(ignored -> repaint());
        model.lens().subscribe(this::look);
        model.playback().version().subscribe(this::slideTo);
        theme.palette().subscribe(ignored -> repaint());
        Frames.whenMoved(root, model.playback().player()::positionSeconds, this::moved);
    }

    /// Which lens, and what can be set about it.
    private Node lenses() {
        ToggleGroup group = new ToggleGroup();
        HBox bar = new HBox(4);
        bar.setAlignment(Pos.CENTER_LEFT);
        bar.setPadding(new Insets(3, 8, 3, 8));
        bar.getStyleClass().add("lenses");
        for (Lens lens : Lens.values()) {
            ToggleButton button = new ToggleButton(lens.word());
            button.setId("lens-" + lens.name().toLowerCase(java.util.Locale.ROOT));
            button.setToggleGroup(group);
            button.setOnAction(e -> {
                button.setSelected(true);
                model.lens().set(lens);
            });
            model.lens().subscribe(now -> button.setSelected(now == lens));
            bar.getChildren().add(button);
        }
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        Label off = new Label();
        off.getStyleClass().add("quiet");
        model.lens()
                .subscribe(now ->
                        off.setText(now == Lens.PITCH ? "blue is flat, orange is sharp" : ""));
        fan.setId("fan");
        fan.setTooltip(new Tooltip("Pull voices that lie on each other apart, to look at them"));
        fan.setOnAction(e -> repaint());
        fan.visibleProperty().bind(model.lens().isEqualTo(Lens.PITCH));
        bar.getChildren().addAll(space, off, fan);
        return bar;
    }

    private void look(Lens lens) {
        root.setCenter(lens == Lens.TIME ? scroll : pitchLens);
        repaint();
    }

    private void repaint() {
        if (model.lens().get() == Lens.TIME) {
            time.repaint();
        } else {
            pitch.repaint();
            chords.repaint();
        }
    }

    /// While playing, the close-up goes along with the playhead.
    private void moved() {
        Player player = model.playback().player();
        if (player.playing() && !gestures.isBusy()) {
            model.follow(player.positionSeconds());
        }
        if (model.lens().get() == Lens.TIME) {
            time.repaintOver();
        } else {
            repaint();
        }
    }

    /// What the scroll pane shows of all lanes, and a little more.
    private CloseUpPainter.Visible visible(double height) {
        double shown = scroll.getViewportBounds().getHeight();
        double top = scroll.getVvalue() * Math.max(0, height - shown);
        return new CloseUpPainter.Visible(top - MARGIN_PIXELS, top + shown + MARGIN_PIXELS);
    }

    private void paintTime(CloseUpPainter painter, GraphicsContext g, double width, double height) {
        gestures.locked(locked.get());
        painter.paint(g, width, height, locked.get(), gestures.drag(), visible(height));
    }

    /// What is drawn of the session itself are its voices and what was done to them by hand; what
    /// settings do is drawn when it is derived.
    private void sessionChanged(Session now) {
        boolean drawn =
                now.recordings().equals(drawnOf.recordings())
                        && now.harmony().equals(drawnOf.harmony())
                        && now.grid().equals(drawnOf.grid())
                        && ids(now).equals(ids(drawnOf));
        drawnOf = now;
        if (!drawn) {
            refresh();
        }
    }

    private static List<String> ids(Session session) {
        return session.voices().stream().map(v -> v.id() + v.stackId() + v.role()).toList();
    }

    private void refresh() {
        time.setMinHeight(Lane.heightOfAll(model));
        repaint();
    }

    /// The ribbons slide to their places.
    private void slideTo(Version version) {
        slide.stop();
        double target = version == Version.LOCKED ? 1 : 0;
        slide.getKeyFrames()
                .setAll(new KeyFrame(SLIDE, new KeyValue(locked, target, Interpolator.EASE_BOTH)));
        slide.play();
    }

    public Node node() {
        return root;
    }
}
