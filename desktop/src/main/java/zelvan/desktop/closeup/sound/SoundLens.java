package zelvan.desktop.closeup.sound;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Levelling;
import zelvan.desktop.acts.Sounds;
import zelvan.desktop.acts.State;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.canvas.Panes;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.closeup.LensView;
import zelvan.desktop.closeup.Slide;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.keys.Command;
import zelvan.desktop.theme.Theme;
import zelvan.level.SideSound;

/// What is seen in sound: esses, breaths, ends, and the level of each note beside the guide's.
public final class SoundLens implements LensView {
    private static final double MARGIN_PIXELS = 60;
    private static final double STEP_DECIBELS = 1;

    private final Desk desk;
    private final ReadOnlyDoubleProperty locked;
    private final SoundPainter painter;
    private final PaintedRegion region;
    private final SoundGestures gestures;
    private final ScrollPane scroll;
    private final Label off = new Label("blue is softer, orange is louder than the guide");

    public SoundLens(Desk desk, Theme theme, Slide slide) {
        this.desk = desk;
        locked = slide.locked();
        painter = new SoundPainter(desk, theme);
        region = new PaintedRegion(this::paint, LensView.playhead(desk));
        region.setId("sound-lens");
        region.setFocusTraversable(true);
        region.setAccessibleText("Close-up: esses, breaths, ends and levels");
        gestures = new SoundGestures(desk, region, locked::get);
        desk.sight().waves().known().subscribe(ignored -> region.repaint());
        scroll = new ScrollPane(region);
        scroll.setFitToWidth(true);
        scroll.setFitToHeight(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        Panes.drawOnlyChanges(scroll);
        scroll.vvalueProperty().subscribe(ignored -> region.repaint());
        scroll.viewportBoundsProperty().subscribe(ignored -> region.repaint());
        off.getStyleClass().add("quiet");
    }

    private void paint(GraphicsContext g, double width, double height) {
        double shown = scroll.getViewportBounds().getHeight();
        double top = scroll.getVvalue() * Math.max(0, height - shown);
        painter.paint(
                g,
                SoundPicture.of(desk, width, height, locked.get()),
                top - MARGIN_PIXELS,
                top + shown + MARGIN_PIXELS);
    }

    @Override
    public Lens lens() {
        return Lens.SOUND;
    }

    @Override
    public Node node() {
        return scroll;
    }

    @Override
    public List<Node> options() {
        return List.of(off);
    }

    @Override
    public List<Command> commands() {
        return List.of(
                command(
                        "louder",
                        "Sound, note, range or phrase 1 dB louder",
                        "Equals",
                        now -> new Levelling(now).turn(STEP_DECIBELS)),
                command(
                        "softer",
                        "Sound, note, range or phrase 1 dB softer",
                        "Minus",
                        now -> new Levelling(now).turn(-STEP_DECIBELS)),
                command(
                        "out",
                        "Sound, note, range or phrase out altogether",
                        "Shift+Minus",
                        now -> new Levelling(now).silence()),
                command(
                        "level-back",
                        "Level as the settings say",
                        "Shortcut+Equals",
                        now -> new Levelling(now).giveBack()),
                command(
                        "mark-ess",
                        "What was dragged out is an ess",
                        "Shift+E",
                        now -> new Sounds(now).mark(SideSound.Kind.ESS)),
                command(
                        "mark-breath",
                        "What was dragged out is a breath",
                        "Shift+B",
                        now -> new Sounds(now).mark(SideSound.Kind.BREATH)),
                command(
                        "mark-end",
                        "What was dragged out is a final consonant",
                        "Shift+C",
                        now -> new Sounds(now).mark(SideSound.Kind.CONSONANT)));
    }

    private Command command(String id, String title, String keys, Function<State, Act> what) {
        return Command.of(id, Command.REPAIR, title, keys, () -> desk.act(what));
    }

    @Override
    public void repaint() {
        region.setMinHeight(Lane.heightOfAll(desk.now()));
        region.repaint();
    }

    @Override
    public void movePlayhead() {
        region.placeOver();
    }

    @Override
    public Optional<Shown> at(double sceneX, double sceneY) {
        Point2D place = region.sceneToLocal(sceneX, sceneY);
        double seconds = desk.sight().viewport().get().secondsAt(place.getX(), region.getWidth());
        return gestures.picture()
                .laneAt(place.getY())
                .map(lane -> new Shown(lane.voice().id(), seconds));
    }

    @Override
    public boolean isHeld() {
        return gestures.isBusy();
    }
}
