package zelvan.desktop.closeup.sound;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;
import zelvan.dsp.Percentile;
import zelvan.level.LevelResult.Compared;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.level.LevelSettings;

/// What the Sound lens shows, where: shared by what paints and by what the mouse does.
///
/// @param lanes one below the other
record SoundPicture(List<Lane> lanes, Viewport view, double width, double locked) {
    private static final double NARROWEST_PIXELS = 3;

    /// Level at the top and at the bottom of a lane.
    private static final double MOST_DECIBELS = 12;

    private static final double LEAST_DECIBELS = -36;

    /// Notes are seen so far above and below what is usual.
    private static final double NOTES_DECIBELS = 14;

    private static final double TOP_PIXELS = 20;
    private static final double BOTTOM_PIXELS = 7;
    private static final double EDGE_PIXELS = 5;
    private static final double HANDLE_PIXELS = 7;

    static SoundPicture of(Desk desk, double width, double height, double locked) {
        return new SoundPicture(
                Lane.of(desk.now(), height), desk.sight().viewport().get(), width, locked);
    }

    /// A sound on a ribbon.
    ///
    /// @param x left edge of its span, pixels
    /// @param end right edge
    /// @param y where its gain is, pixels down
    record Mark(Lane lane, TurnedSound turned, double x, double end, double y) {
        Focus.OnSound focus() {
            return new Focus.OnSound(lane.voice().id(), turned.sound());
        }
    }

    /// The level of a note.
    ///
    /// @param y where it sounds, pixels down
    /// @param guideY where the guide's is
    record Rung(Lane lane, Compared note, double x, double end, double y, double guideY) {}

    /// What of a mark is under the mouse.
    enum Part {
        START,
        END,
        GAIN
    }

    record Hit(Mark mark, Part part) {}

    Optional<Lane> laneAt(double y) {
        return lanes.stream().filter(l -> y >= l.top() && y < l.top() + l.height()).findFirst();
    }

    /// Where a gain is seen in a lane, pixels down.
    static double y(Lane lane, double decibels) {
        double shown = Math.clamp(decibels, LEAST_DECIBELS, MOST_DECIBELS);
        double share = (MOST_DECIBELS - shown) / (MOST_DECIBELS - LEAST_DECIBELS);
        return lane.top() + TOP_PIXELS + share * room(lane);
    }

    private static double room(Lane lane) {
        return lane.height() - TOP_PIXELS - BOTTOM_PIXELS;
    }

    /// By how much a gain changes over some pixels down; at the very bottom nothing is left.
    static double decibels(Lane lane, double pixels) {
        return -pixels / room(lane) * (MOST_DECIBELS - LEAST_DECIBELS);
    }

    /// The same of a note's level.
    static double noteDecibels(Lane lane, double pixels) {
        return -pixels / room(lane) * 2 * NOTES_DECIBELS;
    }

    /// What is dragged to the bottom is out.
    static double outAtBottom(double decibels) {
        return decibels <= LEAST_DECIBELS ? LevelSettings.OUT_DECIBELS : decibels;
    }

    /// Those that are in sight.
    List<Mark> marks(Lane lane) {
        DoubleUnaryOperator shown = lane.shown(locked);
        List<Mark> marks = new ArrayList<>();
        for (TurnedSound turned : lane.made().levelled().result().sounds()) {
            double x = view.x(shown.applyAsDouble(turned.sound().span().startSeconds()), width);
            double end = view.x(shown.applyAsDouble(turned.sound().span().endSeconds()), width);
            if (end >= 0 && x <= width) {
                marks.add(
                        new Mark(
                                lane,
                                turned,
                                x,
                                Math.max(end, x + NARROWEST_PIXELS),
                                y(lane, turned.gainDecibels())));
            }
        }
        return marks;
    }

    /// The notes that are in sight and are compared with the guide's.
    List<Rung> rungs(Lane lane) {
        List<Compared> notes = lane.made().levelled().result().notes();
        if (notes.isEmpty()) {
            return List.of();
        }
        double usual = Percentile.median(notes.stream().mapToDouble(Compared::ownLufs).toArray());
        DoubleUnaryOperator shown = lane.shown(locked);
        List<Rung> rungs = new ArrayList<>();
        for (Compared note : notes) {
            double x = view.x(shown.applyAsDouble(note.span().startSeconds()), width);
            double end = view.x(shown.applyAsDouble(note.span().endSeconds()), width);
            if (end >= 0 && x <= width) {
                double own = locked < 0.5 ? note.ownLufs() : note.soundingLufs();
                rungs.add(
                        new Rung(
                                lane,
                                note,
                                x,
                                end,
                                noteY(lane, own - usual),
                                noteY(lane, note.guideLufs() - usual)));
            }
        }
        return rungs;
    }

    private static double noteY(Lane lane, double decibels) {
        double shown = Math.clamp(decibels, -NOTES_DECIBELS, NOTES_DECIBELS);
        return lane.top()
                + TOP_PIXELS
                + (NOTES_DECIBELS - shown) / (2 * NOTES_DECIBELS) * room(lane);
    }

    /// The mark under the mouse; where two lie on each other, the shorter one.
    Optional<Hit> markAt(double x, double y) {
        return laneAt(y).stream()
                .flatMap(lane -> marks(lane).stream())
                .filter(m -> x > m.x - EDGE_PIXELS && x < m.end + EDGE_PIXELS)
                .min(Comparator.comparingDouble(m -> m.end - m.x))
                .map(m -> new Hit(m, part(m, x)));
    }

    private static Part part(Mark mark, double x) {
        // A mark that is narrow has only its gain to be dragged.
        double edge = Math.min(EDGE_PIXELS, (mark.end - mark.x) / 4);
        return x < mark.x + edge ? Part.START : x > mark.end - edge ? Part.END : Part.GAIN;
    }

    /// The note whose level is under the mouse.
    Optional<Rung> rungAt(double x, double y) {
        return laneAt(y).stream()
                .flatMap(lane -> rungs(lane).stream())
                .filter(r -> x >= r.x && x <= r.end && Math.abs(r.y - y) < HANDLE_PIXELS)
                .min(Comparator.comparingDouble(r -> Math.abs(r.y - y)));
    }
}
