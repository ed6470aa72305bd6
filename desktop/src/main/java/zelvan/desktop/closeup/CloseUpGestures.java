package zelvan.desktop.closeup;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.scene.Cursor;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalysis;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Selection;
import zelvan.desktop.model.Viewport;
import zelvan.session.Edit;

/// Mouse in the close-up: drag a bead to hold it, double-click it to let go, click to play from
/// there, wheel to zoom, with shift to move along.
final class CloseUpGestures {
    private static final double REACH_PIXELS = 9;
    private static final double SNAP_PIXELS = 7;
    private static final double ZOOM_STEP = 0.85;

    private final AppModel model;
    private final PaintedRegion region;
    private Optional<CloseUpPainter.Drag> drag = Optional.empty();
    private double locked = 1;
    private long gesture;

    CloseUpGestures(AppModel model, PaintedRegion region) {
        this.model = model;
        this.region = region;
        region.setOnMousePressed(this::pressed);
        region.setOnMouseDragged(this::dragged);
        region.setOnMouseReleased(this::released);
        region.setOnMouseMoved(this::hovered);
        region.setOnScroll(this::scrolled);
    }

    Optional<CloseUpPainter.Drag> drag() {
        return drag;
    }

    /// How far the ribbons have slid, as they are painted.
    void locked(double value) {
        locked = value;
    }

    private Viewport view() {
        return model.viewport().get();
    }

    private double secondsAt(double x) {
        return view().secondsAt(x, region.getWidth());
    }

    private Optional<Lane> laneAt(double y) {
        return Lane.of(model, region.getHeight()).stream()
                .filter(l -> y >= l.top() && y < l.top() + l.height())
                .findFirst();
    }

    private Optional<Bead> beadAt(double x, double y) {
        return laneAt(y)
                .filter(lane -> !lane.isGuide())
                .flatMap(lane ->
                        lane.beads(locked).stream()
                                .filter(b ->
                                        Math.abs(view().x(b.shownSeconds(), region.getWidth()) - x)
                                                < REACH_PIXELS)
                                .min(
                                        Comparator.comparingDouble(b ->
                                                Math.abs(
                                                        view().x(
                                                                                b.shownSeconds(),
                                                                                region.getWidth())
                                                                - x))));
    }

    private void pressed(MouseEvent event) {
        region.requestFocus();
        Optional<Bead> bead =
                event.getButton() == MouseButton.PRIMARY
                        ? beadAt(event.getX(), event.getY())
                        : Optional.empty();
        if (bead.isPresent() && event.getClickCount() == 2) {
            release(bead.get());
            return;
        }
        drag = bead.map(b -> new CloseUpPainter.Drag(b, b.shownSeconds()));
        gesture++;
    }

    private void release(Bead bead) {
        Optional<Anchor> anchor = bead.anchor().filter(Anchor::held);
        anchor.flatMap(a -> heldAnchor(bead.voiceId(), a))
                .ifPresent(a ->
                        model.apply(
                                new Edit.ReleaseAnchor(bead.voiceId(), nameOf(bead.voiceId()), a)));
    }

    private Optional<Anchor> heldAnchor(String voiceId, Anchor anchor) {
        return model.session().voice(voiceId).stream()
                .flatMap(v -> v.held().stream())
                .filter(a -> Math.abs(a.sourceSeconds() - anchor.sourceSeconds()) < 1e-6)
                .findFirst();
    }

    private String nameOf(String voiceId) {
        return model.session().voice(voiceId).map(v -> v.name()).orElse("");
    }

    private void dragged(MouseEvent event) {
        if (drag.isEmpty()) {
            return;
        }
        double seconds =
                Math.max(0, event.isAltDown() ? secondsAt(event.getX()) : snapped(event.getX()));
        Bead bead = drag.get().bead();
        drag = Optional.of(new CloseUpPainter.Drag(bead, seconds));
        model.apply(
                new Edit.HoldAnchor(
                        bead.voiceId(),
                        nameOf(bead.voiceId()),
                        Anchor.held(bead.sourceSeconds(), seconds),
                        gesture));
        region.repaint();
    }

    /// Near one of the guide's moments, that moment.
    private double snapped(double x) {
        List<Lane> lanes = Lane.of(model, region.getHeight());
        return lanes.stream()
                .filter(Lane::isGuide)
                .flatMap(l -> l.beads(0).stream())
                .mapToDouble(Bead::shownSeconds)
                .filter(s -> Math.abs(view().x(s, region.getWidth()) - x) < SNAP_PIXELS)
                .boxed()
                .min(Comparator.comparingDouble(s -> Math.abs(view().x(s, region.getWidth()) - x)))
                .orElse(secondsAt(x));
    }

    private void released(MouseEvent event) {
        if (drag.isEmpty() && event.getButton() == MouseButton.PRIMARY) {
            laneAt(event.getY())
                    .filter(l -> !l.isGuide())
                    .ifPresent(l -> {
                        Selection now = model.selection().get();
                        model.select(
                                event.isShortcutDown()
                                        ? now.toggling(l.voice().id())
                                        : new Selection(
                                                Optional.empty(),
                                                List.of(l.voice().id()),
                                                now.phrase()));
                    });
            model.seek(Math.max(0, secondsAt(event.getX())));
        }
        drag = Optional.empty();
        region.repaint();
    }

    private void hovered(MouseEvent event) {
        region.setCursor(
                beadAt(event.getX(), event.getY()).isPresent() ? Cursor.H_RESIZE : Cursor.DEFAULT);
    }

    private void scrolled(ScrollEvent event) {
        double song = Math.max(1, model.derived().get().seconds() + VoiceAnalysis.HOP_SECONDS);
        double along =
                event.getDeltaX() != 0
                        ? event.getDeltaX()
                        : event.isShiftDown() ? event.getDeltaY() : 0;
        if (along != 0) {
            model.viewport().set(view().moved(-along / region.getWidth() * view().seconds(), song));
        } else if (event.getDeltaY() != 0) {
            double factor = event.getDeltaY() > 0 ? ZOOM_STEP : 1 / ZOOM_STEP;
            model.viewport().set(view().zoomed(factor, secondsAt(event.getX()), song));
        }
        event.consume();
    }
}
