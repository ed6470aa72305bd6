package zelvan.desktop.closeup.time;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ScrollPane;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.canvas.Panes;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.closeup.LensView;
import zelvan.desktop.closeup.Slide;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.keys.Command;
import zelvan.desktop.theme.Theme;

/// What is seen in time: ribbons, beads and threads.
public final class TimeLens implements LensView {
    private static final double MARGIN_PIXELS = 60;
    private static final double FINE_SECONDS = 0.001;
    private static final double COARSE_SECONDS = 0.005;

    private final Desk desk;
    private final ReadOnlyDoubleProperty locked;
    private final TimePainter painter;
    private final PaintedRegion region;
    private final TimeGestures gestures;
    private final ScrollPane scroll;
    private final LaidUnder under;

    public TimeLens(Desk desk, Theme theme, Slide slide) {
        this.desk = desk;
        locked = slide.locked();
        painter = new TimePainter(desk, theme);
        region = new PaintedRegion(this::paint, LensView.playhead(desk));
        region.setId("close-up");
        region.setFocusTraversable(true);
        region.setAccessibleText("Close-up: guide and voices in time");
        gestures = new TimeGestures(desk, region, locked);
        desk.sight().waves().known().subscribe(ignored -> region.repaint());
        under = new LaidUnder(desk);
        desk.sight().laidUnder().subscribe(ignored -> region.repaint());
        desk.findings().onsets().subscribe(ignored -> region.repaint());
        scroll = new ScrollPane(region);
        scroll.setFitToWidth(true);
        scroll.setFitToHeight(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        Panes.drawOnlyChanges(scroll);
        scroll.vvalueProperty().subscribe(ignored -> region.repaint());
        scroll.viewportBoundsProperty().subscribe(ignored -> region.repaint());
    }

    private void paint(GraphicsContext g, double width, double height) {
        painter.paint(
                g,
                width,
                height,
                locked.get(),
                new TimePainter.Held(gestures.drag(), gestures.clip()),
                visible(height));
    }

    /// What the scroll pane shows of all lanes, and a little more.
    private TimePainter.Visible visible(double height) {
        double shown = scroll.getViewportBounds().getHeight();
        double top = scroll.getVvalue() * Math.max(0, height - shown);
        return new TimePainter.Visible(top - MARGIN_PIXELS, top + shown + MARGIN_PIXELS);
    }

    @Override
    public Lens lens() {
        return Lens.TIME;
    }

    @Override
    public Node node() {
        return scroll;
    }

    @Override
    public List<Node> options() {
        return List.of(under.node());
    }

    @Override
    public List<Command> commands() {
        return List.of(
                command(
                        "nudge-back",
                        "Bead 1 ms earlier",
                        "Shift+LEFT",
                        r -> r.nudge(-FINE_SECONDS)),
                command("nudge-on", "Bead 1 ms later", "Shift+RIGHT", r -> r.nudge(FINE_SECONDS)),
                command(
                        "nudge-back-more",
                        "Bead 5 ms earlier",
                        "Shortcut+Shift+LEFT",
                        r -> r.nudge(-COARSE_SECONDS)),
                command(
                        "nudge-on-more",
                        "Bead 5 ms later",
                        "Shortcut+Shift+RIGHT",
                        r -> r.nudge(COARSE_SECONDS)),
                command("to-guide", "Bead to the guide's nearest", "G", Repairs::toGuide),
                command("let-go", "Let go of the bead", "L", Repairs::letGo));
    }

    private Command command(String id, String title, String keys, Function<Repairs, Act> what) {
        return Command.of(
                id,
                Command.REPAIR,
                title,
                keys,
                () -> desk.act(now -> what.apply(new Repairs(now))));
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
        return Lane.of(desk.now(), region.getHeight()).stream()
                .filter(lane ->
                        place.getY() >= lane.top() && place.getY() < lane.top() + lane.height())
                .findFirst()
                .map(lane -> new Shown(lane.voice().id(), seconds));
    }

    @Override
    public boolean isHeld() {
        return gestures.isBusy();
    }
}
