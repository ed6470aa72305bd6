package zelvan.desktop.closeup.pitch;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;
import java.util.stream.Stream;
import javafx.geometry.Point2D;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Notes;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.canvas.Press;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.closeup.LensView;
import zelvan.desktop.closeup.TimeWheel;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.PitchRange;
import zelvan.desktop.desk.Viewport;

/// Mouse in the Pitch lens. A note: click to choose it, drag it to another tone (with Alt: to any
/// pitch), click twice to divide it there. Beside notes: drag a frame around several. Anywhere:
/// click to play from there. The time axis: drag to scrub. Wheel to zoom, with shift to move along.
final class PitchGestures {
    private static final double REACH_PIXELS = 9;
    private static final double ZOOM_STEP = 0.85;
    private static final double SCROLL_CENTS = 100;

    private final Desk desk;
    private final PaintedRegion region;
    private final DoubleSupplier locked;
    private final BooleanSupplier fan;
    private boolean scrubbing;
    private final Press press = new Press();
    private Optional<Focus.OnNote> held = Optional.empty();
    private Optional<NoteFrame> frame = Optional.empty();
    private Optional<NoteDrag> drag = Optional.empty();

    PitchGestures(Desk desk, PaintedRegion region, DoubleSupplier locked, BooleanSupplier fan) {
        this.desk = desk;
        this.region = region;
        this.locked = locked;
        this.fan = fan;
        region.setOnMousePressed(this::pressed);
        region.setOnMouseDragged(this::dragged);
        region.setOnMouseReleased(this::released);
        region.setOnScroll(this::wheeled);
    }

    /// Over the ruler of notes the pitches are scrolled and zoomed, elsewhere the time.
    private void wheeled(ScrollEvent event) {
        if (event.getX() >= PitchPainter.RULER_WIDTH || event.getDeltaY() == 0) {
            TimeWheel.scrolled(desk, region, event, false);
            return;
        }
        PitchScale scale = picture().scale();
        PitchRange now = scale.range();
        boolean up = event.getDeltaY() > 0;
        desk.sight()
                .show(
                        Optional.of(
                                event.isShortcutDown()
                                        ? now.zoomed(
                                                up ? ZOOM_STEP : 1 / ZOOM_STEP,
                                                scale.centsAt(event.getY()))
                                        : now.moved(up ? SCROLL_CENTS : -SCROLL_CENTS)));
        event.consume();
    }

    private double secondsAt(double x) {
        Viewport view = desk.sight().viewport().get();
        return view.secondsAt(x, region.getWidth());
    }

    private void pressed(MouseEvent event) {
        region.requestFocus();
        scrubbing = event.getY() < Lane.RULER_HEIGHT;
        press.begin(event);
        held = Optional.empty();
        if (event.getButton() == MouseButton.PRIMARY && !scrubbing) {
            Optional<Focus.OnNote> note = noteAt(event);
            held = note;
            if (note.isEmpty() || !desk.focus().get().notes().contains(note.get())) {
                desk.focusOn(note.map(Focus.class::cast).orElse(Focus.NOTHING));
            }
            drag = note.map(n -> new NoteDrag(desk, n, picture().scale(), event.getY()));
            if (event.getClickCount() == 2) {
                note.ifPresent(n -> split(n, event.getX()));
            }
            region.repaint();
        }
    }

    private PitchPicture picture() {
        return PitchPicture.of(desk, region.getHeight(), locked.getAsDouble(), fan.getAsBoolean());
    }

    private void split(Focus.OnNote note, double x) {
        picture().workedOn(desk.selection().get()).stream()
                .map(PitchLine::lane)
                .filter(lane -> lane.voice().id().equals(note.voiceId()))
                .findFirst()
                .ifPresent(lane -> {
                    double source = lane.source(locked.getAsDouble()).applyAsDouble(secondsAt(x));
                    desk.act(now -> new Notes(now).split(note.voiceId(), note.span(), source));
                });
    }

    /// The nearest note, and where voices lie on each other, that of a selected voice.
    private Optional<Focus.OnNote> noteAt(MouseEvent event) {
        PitchPicture picture = picture();
        double seconds = secondsAt(event.getX());
        double reach = REACH_PIXELS * 100 / picture.scale().halfTone();
        Selection now = desk.selection().get();
        Optional<Focus.OnNote> nearest = Optional.empty();
        double least = Double.POSITIVE_INFINITY;
        for (PitchLine line : picture.workedOn(now)) {
            String id = line.lane().voice().id();
            double cents = picture.scale().centsAt(event.getY() + line.lift());
            Optional<PitchLine.Rail> rail = line.railAt(seconds, cents, reach);
            double distance =
                    rail.map(r -> Math.abs(r.cents() - cents)).orElse(0.0)
                            + (now.has(id) ? 0 : 2 * reach);
            if (rail.isPresent() && distance < least) {
                least = distance;
                nearest = Optional.of(new Focus.OnNote(id, rail.get().note().span()));
            }
        }
        nearest.map(Focus.OnNote::voiceId)
                .filter(id -> !now.has(id))
                .ifPresent(id -> desk.select(now.withVoices(List.of(id))));
        return nearest;
    }

    /// The voice whose curve is nearest to a place, the guide's too.
    Optional<LensView.Shown> at(Point2D place) {
        double seconds = secondsAt(place.getX());
        PitchPicture picture = picture();
        return Stream.concat(picture.voices().stream(), picture.guide().stream())
                .filter(line -> !Double.isNaN(line.centsNear(seconds)))
                .min(
                        Comparator.comparingDouble(line ->
                                Math.abs(
                                        picture.scale().centsAt(place.getY() + line.lift())
                                                - line.centsNear(seconds))))
                .map(line -> new LensView.Shown(line.lane().voice().id(), seconds));
    }

    private void dragged(MouseEvent event) {
        press.follow(event);
        if (scrubbing) {
            desk.hearing().player().scrub(Math.max(0, secondsAt(event.getX())));
        } else if (!press.isStill()) {
            drag.ifPresentOrElse(
                    d -> d.to(event.getY(), !event.isShortcutDown()), () -> frameTo(event));
        }
    }

    private void frameTo(MouseEvent event) {
        NoteFrame next =
                frame.orElseGet(() ->
                                new NoteFrame(press.x(), press.y(), event.getX(), event.getY()))
                        .to(event.getX(), event.getY());
        frame = Optional.of(next);
        desk.focusOn(Focus.onNotes(notesIn(next)));
        region.repaint();
    }

    private List<Focus.OnNote> notesIn(NoteFrame of) {
        return of.notes(
                picture(),
                desk.selection().get(),
                desk.sight().viewport().get(),
                region.getWidth());
    }

    /// All notes that are in sight of the voices that are worked on there.
    void takeAllInSight() {
        desk.focusOn(
                Focus.onNotes(
                        notesIn(
                                new NoteFrame(
                                        PitchPainter.RULER_WIDTH,
                                        Lane.RULER_HEIGHT,
                                        region.getWidth(),
                                        region.getHeight()))));
        region.repaint();
    }

    /// The frame that is being drawn around notes.
    Optional<NoteFrame> frame() {
        return frame;
    }

    private void released(MouseEvent event) {
        desk.hearing().player().endScrub();
        drag = Optional.empty();
        frame = Optional.empty();
        if (event.getButton() == MouseButton.PRIMARY && press.isStill()) {
            held.ifPresent(desk::focusOn);
            desk.hearing().goTo(secondsAt(event.getX()));
        }
        region.repaint();
    }
}
