package zelvan.desktop.closeup.time;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.scene.Cursor;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import zelvan.analysis.LandmarkKind;
import zelvan.desktop.acts.Clipping;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.acts.Words;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.closeup.RangeDrag;
import zelvan.desktop.closeup.TimeWheel;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;
import zelvan.session.Protection;
import zelvan.units.RecordedSpan;
import zelvan.units.TimeSpan;

/// Mouse in the close-up.
///
/// A bead: drag to hold it, with shift to re-place it, double-click to let go. A ribbon: drag out a
/// range, with ctrl to protect it at once; double-click to add a landmark, with shift a
/// consonant's; click to play from there. An edge of a protected stretch, a syllable of the words:
/// drag. The bar of a stretch: drag to move it, with shift a copy of it, its ends to trim and its
/// notches to fade it, ctrl to snap to nothing; double-click to cut it. Wheel to move along, with
/// ctrl to zoom.
final class TimeGestures {
    private static final double REACH_PIXELS = 9;
    private static final double EDGE_PIXELS = 6;
    private static final double SNAP_PIXELS = 7;
    private static final double STILL_PIXELS = 4;

    private final Desk desk;
    private final PaintedRegion region;
    private final ReadOnlyDoubleProperty slid;
    private Optional<BeadDrag> beadDrag = Optional.empty();
    private Optional<RangeDrag> rangeDrag = Optional.empty();
    private Optional<WordDrag> wordDrag = Optional.empty();
    private Optional<ClipDrag> clipDrag = Optional.empty();
    private double pressedX;
    private boolean moved;
    private boolean scrubbing;

    /// @param slid how far the ribbons have slid: 0 as recorded, 1 as edited
    TimeGestures(Desk desk, PaintedRegion region, ReadOnlyDoubleProperty slid) {
        this.desk = desk;
        this.region = region;
        this.slid = slid;
        region.setOnMousePressed(this::pressed);
        region.setOnMouseDragged(this::dragged);
        region.setOnMouseReleased(this::released);
        region.setOnMouseMoved(this::hovered);
        region.setOnScroll(e -> TimeWheel.scrolled(desk, region, e, true));
    }

    /// The bead under the mouse and where it is now.
    Optional<BeadDrag.At> drag() {
        return beadDrag.map(BeadDrag::at);
    }

    /// Where the stretch that is held would lie.
    Optional<ClipDrag.At> clip() {
        return clipDrag.filter(d -> moved).map(ClipDrag::at);
    }

    private double locked() {
        return slid.get();
    }

    private Viewport view() {
        return desk.sight().viewport().get();
    }

    private double secondsAt(double x) {
        return view().secondsAt(x, region.getWidth());
    }

    private double x(double seconds) {
        return view().x(seconds, region.getWidth());
    }

    private Optional<Lane> laneAt(double y) {
        return Lane.of(desk.now(), region.getHeight()).stream()
                .filter(l -> y >= l.top() && y < l.top() + l.height())
                .findFirst();
    }

    private Optional<Bead> beadAt(double x, double y) {
        return laneAt(y)
                .flatMap(lane ->
                        Bead.of(
                                        lane,
                                        locked(),
                                        secondsAt(x - REACH_PIXELS),
                                        secondsAt(x + REACH_PIXELS))
                                .stream()
                                .filter(b -> Math.abs(x(b.shownSeconds()) - x) < REACH_PIXELS)
                                .min(
                                        Comparator.comparingDouble(
                                                b -> Math.abs(x(b.shownSeconds()) - x))));
    }

    private Optional<Words.Syllable> wordAt(double x, double y) {
        return laneAt(y)
                .filter(Lane::isGuide)
                .flatMap(guide ->
                        SungWords.inSight(desk, guide, locked(), region.getWidth()).at(x, y));
    }

    private Optional<ClipBar.Hit> clipAt(double x, double y) {
        return laneAt(y)
                .filter(l -> ClipBar.isShown(l, desk.selection().get().has(l.voice().id())))
                .flatMap(l -> ClipBar.of(l, locked(), view(), region.getWidth()).at(x, y));
    }

    /// A protected stretch whose beginning or end is under the mouse.
    private Optional<RangeDrag> edgeAt(double x, double y) {
        Optional<Lane> lane = laneAt(y);
        if (lane.isEmpty()) {
            return Optional.empty();
        }
        for (Protection protection : lane.get().hand().protections()) {
            RecordedSpan span = protection.span();
            double start = x(lane.get().shown(locked()).applyAsDouble(span.startSeconds()));
            double end = x(lane.get().shown(locked()).applyAsDouble(span.endSeconds()));
            if (Math.abs(start - x) < EDGE_PIXELS) {
                return Optional.of(
                        RangeDrag.ofEdge(
                                desk, lane.get(), locked(), protection, span.endSeconds()));
            }
            if (Math.abs(end - x) < EDGE_PIXELS) {
                return Optional.of(
                        RangeDrag.ofEdge(
                                desk, lane.get(), locked(), protection, span.startSeconds()));
            }
        }
        return Optional.empty();
    }

    private void pressed(MouseEvent event) {
        region.requestFocus();
        beadDrag = Optional.empty();
        rangeDrag = Optional.empty();
        wordDrag = Optional.empty();
        clipDrag = Optional.empty();
        pressedX = event.getX();
        moved = false;
        Optional<Lane> lane = laneAt(event.getY());
        scrubbing = lane.isEmpty() && event.getButton() == MouseButton.PRIMARY;
        if (event.getButton() != MouseButton.PRIMARY || lane.isEmpty()) {
            return;
        }
        Optional<ClipBar.Hit> clip = clipAt(event.getX(), event.getY());
        if (clip.isPresent()) {
            pressedClip(lane.get(), clip.get(), event);
            return;
        }
        Optional<Words.Syllable> word = wordAt(event.getX(), event.getY());
        Optional<Bead> bead =
                word.isPresent() ? Optional.empty() : beadAt(event.getX(), event.getY());
        if (event.getClickCount() == 2) {
            bead.ifPresentOrElse(
                    b -> desk.act(now -> new Repairs(now).letGo(b.voiceId(), b.sourceSeconds())),
                    () -> addLandmark(lane.get(), event));
        } else if (bead.isPresent()) {
            desk.focusOn(new Focus.OnBead(bead.get().voiceId(), bead.get().sourceSeconds()));
            beadDrag =
                    Optional.of(
                            new BeadDrag(
                                    desk, lane.get(), bead.get(), event.isShiftDown(), locked()));
        } else if (word.isPresent()) {
            wordDrag = word.map(w -> new WordDrag(desk, w));
        } else {
            rangeDrag =
                    edgeAt(event.getX(), event.getY())
                            .or(() ->
                                    Optional.of(
                                            RangeDrag.of(
                                                    desk,
                                                    lane.get(),
                                                    locked(),
                                                    secondsAt(event.getX()))));
        }
    }

    private void pressedClip(Lane lane, ClipBar.Hit hit, MouseEvent event) {
        double seconds = secondsAt(event.getX());
        if (event.getClickCount() == 2) {
            desk.act(now ->
                    new Clipping(now)
                            .byHandle(
                                    lane.voice().id(),
                                    hit.clip(),
                                    "cut",
                                    h ->
                                            h.clips()
                                                    .dividing(
                                                            lane.source(locked())
                                                                    .applyAsDouble(seconds))));
        } else {
            clipDrag =
                    Optional.of(
                            new ClipDrag(desk, lane, hit, event.isShiftDown(), locked(), seconds));
        }
    }

    private void addLandmark(Lane lane, MouseEvent event) {
        LandmarkKind kind = event.isShiftDown() ? LandmarkKind.CONSONANT : LandmarkKind.VOWEL;
        double source = lane.source(locked()).applyAsDouble(secondsAt(event.getX()));
        desk.act(now -> new Repairs(now).addLandmark(lane.voice().id(), kind, source));
    }

    private void dragged(MouseEvent event) {
        moved |= Math.abs(event.getX() - pressedX) >= STILL_PIXELS;
        if (!moved) {
            return;
        }
        if (scrubbing) {
            desk.hearing().player().scrub(secondsAt(event.getX()));
        }
        beadDrag.ifPresent(drag ->
                drag.to(
                        Math.max(
                                0,
                                event.isShortcutDown() || drag.isReplacing()
                                        ? secondsAt(event.getX())
                                        : snapped(event.getX(), drag))));
        rangeDrag.ifPresent(drag -> drag.to(secondsAt(event.getX())));
        wordDrag.ifPresent(drag -> drag.to(guideSeconds(event.getX())));
        clipDrag.ifPresent(drag ->
                drag.to(
                        event.isShortcutDown()
                                ? secondsAt(event.getX())
                                : snapped(event.getX(), drag)));
        region.repaint();
    }

    /// The guide's moment there, as recorded.
    private double guideSeconds(double x) {
        return Lane.of(desk.now(), region.getHeight()).stream()
                .filter(Lane::isGuide)
                .findFirst()
                .map(guide -> guide.source(locked()).applyAsDouble(secondsAt(x)))
                .orElse(secondsAt(x));
    }

    /// Near one of the guide's moments, that moment; for the guide itself, near a line of the grid;
    /// for both, near where a note begins in the track that is laid under.
    private double snapped(double x, BeadDrag drag) {
        double from = secondsAt(x - SNAP_PIXELS);
        double to = secondsAt(x + SNAP_PIXELS);
        DoubleStream own = drag.isOfGuide() ? gridLines(from, to) : guideMoments(from, to);
        DoubleStream below =
                Underlay.of(desk).map(u -> u.onsets(from, to)).orElse(DoubleStream.empty());
        return DoubleStream.concat(own, below)
                .boxed()
                .min(Comparator.comparingDouble(s -> Math.abs(x(s) - x)))
                .orElse(secondsAt(x));
    }

    /// What is sung first in a stretch comes to lie upon one of the guide's moments, or a line of
    /// the grid; so does an end of it.
    private double snapped(double x, ClipDrag drag) {
        double away = drag.isMoving() ? drag.firstShownSeconds() - drag.takenSeconds() : 0;
        double first = x(secondsAt(x) + away);
        double from = secondsAt(first - SNAP_PIXELS);
        double to = secondsAt(first + SNAP_PIXELS);
        return DoubleStream.concat(guideMoments(from, to), gridLines(from, to))
                .boxed()
                .min(Comparator.comparingDouble(s -> Math.abs(x(s) - first)))
                .map(s -> s - away)
                .orElse(secondsAt(x));
    }

    private DoubleStream gridLines(double from, double to) {
        return desk
                .session()
                .grid()
                .map(g -> g.linesIn(new TimeSpan(from, to)))
                .orElse(List.of())
                .stream()
                .mapToDouble(Double::doubleValue);
    }

    private DoubleStream guideMoments(double from, double to) {
        return Lane.of(desk.now(), region.getHeight()).stream()
                .filter(Lane::isGuide)
                .flatMap(guide -> Bead.of(guide, 1, from, to).stream())
                .mapToDouble(Bead::shownSeconds);
    }

    private void released(MouseEvent event) {
        desk.hearing().player().endScrub();
        scrubbing = false;
        boolean click = !moved && beadDrag.isEmpty() && event.getButton() == MouseButton.PRIMARY;
        if (click && event.getClickCount() == 1) {
            clicked(event);
        } else if (moved && event.isShortcutDown()) {
            rangeDrag.ifPresent(RangeDrag::protect);
        }
        if (moved) {
            clipDrag.ifPresent(ClipDrag::done);
        }
        beadDrag = Optional.empty();
        rangeDrag = Optional.empty();
        wordDrag = Optional.empty();
        clipDrag = Optional.empty();
        region.repaint();
    }

    private void clicked(MouseEvent event) {
        double seconds = secondsAt(event.getX());
        laneAt(event.getY())
                .ifPresent(lane -> {
                    Selection now = desk.selection().get();
                    String id = lane.voice().id();
                    desk.select(
                            event.isShortcutDown()
                                    ? now.toggling(id)
                                    : now.withVoices(List.of(id)));
                    double source = lane.source(locked()).applyAsDouble(seconds);
                    desk.focusOn(
                            lane.hand().protections().stream()
                                    .filter(p -> p.span().contains(source))
                                    .findFirst()
                                    .<Focus>map(p -> new Focus.OnProtection(id, p))
                                    .orElse(Focus.NOTHING));
                });
        desk.hearing().goTo(seconds);
    }

    /// Whether something is being dragged or scrubbed.
    boolean isBusy() {
        return scrubbing
                || beadDrag.isPresent()
                || rangeDrag.isPresent()
                || wordDrag.isPresent()
                || clipDrag.isPresent();
    }

    private void hovered(MouseEvent event) {
        Optional<ClipBar.Hit> clip = clipAt(event.getX(), event.getY());
        if (clip.isPresent()) {
            region.setCursor(
                    clip.get().part() == ClipBar.Part.MIDDLE ? Cursor.MOVE : Cursor.E_RESIZE);
            return;
        }
        boolean bead = beadAt(event.getX(), event.getY()).isPresent();
        boolean edge = !bead && edgeAt(event.getX(), event.getY()).isPresent();
        boolean word = wordAt(event.getX(), event.getY()).isPresent();
        region.setCursor(bead || word ? Cursor.H_RESIZE : edge ? Cursor.E_RESIZE : Cursor.DEFAULT);
    }
}
