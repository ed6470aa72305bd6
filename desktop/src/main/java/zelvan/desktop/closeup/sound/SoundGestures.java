package zelvan.desktop.closeup.sound;

import java.util.List;
import java.util.Optional;
import java.util.function.DoubleSupplier;
import javafx.scene.Cursor;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Levelling;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.acts.Sounds;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.canvas.Press;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.closeup.RangeDrag;
import zelvan.desktop.closeup.TimeWheel;
import zelvan.desktop.closeup.sound.SoundPicture.Hit;
import zelvan.desktop.closeup.sound.SoundPicture.Part;
import zelvan.desktop.closeup.sound.SoundPicture.Rung;
import zelvan.desktop.desk.Desk;
import zelvan.session.Gesture;
import zelvan.units.RecordedSpan;

/// Mouse in the Sound lens. An ess, a breath, an end: drag up or down to turn it, its edges to move
/// them, click twice to leave it to the settings. A note's level: drag up or down. Elsewhere: drag
/// out a range, click to play from there. The time axis: drag to scrub.
final class SoundGestures {
    private static final double SHORTEST_SECONDS = 0.005;

    private final Desk desk;
    private final PaintedRegion region;
    private final DoubleSupplier locked;
    private final Press press = new Press();
    private boolean scrubbing;
    private Optional<Drag> drag = Optional.empty();

    /// What follows the mouse.
    private interface Drag {
        void to(double x, double y);
    }

    SoundGestures(Desk desk, PaintedRegion region, DoubleSupplier locked) {
        this.desk = desk;
        this.region = region;
        this.locked = locked;
        region.setOnMousePressed(this::pressed);
        region.setOnMouseDragged(this::dragged);
        region.setOnMouseReleased(this::released);
        region.setOnMouseMoved(this::hovered);
        region.setOnScroll(e -> TimeWheel.scrolled(desk, region, e, true));
    }

    SoundPicture picture() {
        return SoundPicture.of(desk, region.getWidth(), region.getHeight(), locked.getAsDouble());
    }

    private double secondsAt(double x) {
        return desk.sight().viewport().get().secondsAt(x, region.getWidth());
    }

    private void pressed(MouseEvent event) {
        region.requestFocus();
        drag = Optional.empty();
        press.begin(event);
        SoundPicture picture = picture();
        Optional<Lane> lane = picture.laneAt(event.getY());
        scrubbing = lane.isEmpty();
        if (event.getButton() != MouseButton.PRIMARY || lane.isEmpty()) {
            return;
        }
        Optional<Hit> hit = picture.markAt(event.getX(), event.getY());
        Optional<Rung> rung = picture.rungAt(event.getX(), event.getY());
        if (hit.isPresent()) {
            select(lane.get());
            desk.focusOn(hit.get().mark().focus());
            if (event.getClickCount() == 2) {
                desk.act(now -> new Sounds(now).giveBack());
            } else {
                drag = Optional.of(sound(hit.get(), event.getY()));
            }
        } else if (rung.isPresent()) {
            select(lane.get());
            RecordedSpan span = rung.get().note().span();
            desk.focusOn(new Focus.OnRange(lane.get().voice().id(), span));
            drag = Optional.of(level(rung.get(), event.getY()));
        } else {
            RangeDrag range =
                    RangeDrag.of(desk, lane.get(), locked.getAsDouble(), secondsAt(event.getX()));
            drag = Optional.of((x, y) -> range.to(secondsAt(x)));
        }
        region.repaint();
    }

    /// What is taken is selected, with the others that are.
    private void select(Lane lane) {
        Selection now = desk.selection().get();
        if (!now.has(lane.voice().id())) {
            desk.select(now.withVoices(List.of(lane.voice().id())));
        }
    }

    private Drag sound(Hit hit, double fromY) {
        Gesture gesture = Gesture.begin();
        Lane lane = hit.mark().lane();
        List<Sounds.Taken> taken = new Sounds(desk.now()).taken();
        double start = hit.mark().turned().gainDecibels();
        if (hit.part() == Part.GAIN || taken.isEmpty()) {
            return (x, y) -> {
                double to =
                        SoundPicture.outAtBottom(start + SoundPicture.decibels(lane, y - fromY));
                desk.act(now -> new Sounds(now).turn(taken, to - start), gesture);
            };
        }
        RecordedSpan span = hit.mark().turned().sound().span();
        double shown = locked.getAsDouble();
        return (x, y) -> {
            double here = lane.source(shown).applyAsDouble(secondsAt(x));
            RecordedSpan moved =
                    hit.part() == Part.START
                            ? new RecordedSpan(
                                    Math.clamp(here, 0, span.endSeconds() - SHORTEST_SECONDS),
                                    span.endSeconds())
                            : new RecordedSpan(
                                    span.startSeconds(),
                                    Math.max(here, span.startSeconds() + SHORTEST_SECONDS));
            desk.act(now -> new Sounds(now).reshape(taken.getFirst(), moved), gesture);
        };
    }

    private Drag level(Rung rung, double fromY) {
        Gesture gesture = Gesture.begin();
        Lane lane = rung.lane();
        List<Levelling.Taken> taken =
                new Levelling(desk.now()).taken(lane.voice().id(), rung.note().span());
        return (x, y) ->
                desk.act(
                        now ->
                                new Levelling(now)
                                        .turn(taken, SoundPicture.noteDecibels(lane, y - fromY)),
                        gesture);
    }

    private void dragged(MouseEvent event) {
        press.follow(event);
        if (scrubbing) {
            desk.hearing().player().scrub(Math.max(0, secondsAt(event.getX())));
        } else if (!press.isStill()) {
            drag.ifPresent(d -> d.to(event.getX(), event.getY()));
            region.repaint();
        }
    }

    private void released(MouseEvent event) {
        desk.hearing().player().endScrub();
        if (event.getButton() == MouseButton.PRIMARY && press.isStill()) {
            SoundPicture picture = picture();
            boolean held =
                    picture.markAt(event.getX(), event.getY()).isPresent()
                            || picture.rungAt(event.getX(), event.getY()).isPresent();
            if (!held) {
                clicked(picture, event);
            }
            desk.hearing().goTo(secondsAt(event.getX()));
        }
        drag = Optional.empty();
        scrubbing = false;
        region.repaint();
    }

    private void clicked(SoundPicture picture, MouseEvent event) {
        desk.focusOn(Focus.NOTHING);
        picture.laneAt(event.getY())
                .ifPresent(lane -> {
                    Selection now = desk.selection().get();
                    String id = lane.voice().id();
                    desk.select(
                            event.isShortcutDown()
                                    ? now.toggling(id)
                                    : now.withVoices(List.of(id)));
                });
    }

    private void hovered(MouseEvent event) {
        SoundPicture picture = picture();
        Optional<Hit> hit = picture.markAt(event.getX(), event.getY());
        region.setCursor(
                hit.isPresent()
                        ? hit.get().part() == Part.GAIN ? Cursor.V_RESIZE : Cursor.E_RESIZE
                        : picture.rungAt(event.getX(), event.getY()).isPresent()
                                ? Cursor.V_RESIZE
                                : Cursor.DEFAULT);
    }

    /// Whether something is being dragged or scrubbed.
    boolean isBusy() {
        return scrubbing || drag.isPresent();
    }
}
