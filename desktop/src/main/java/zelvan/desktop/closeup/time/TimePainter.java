package zelvan.desktop.closeup.time;

import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.SoundFile;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.closeup.LaneMarks;
import zelvan.desktop.closeup.Ribbon;
import zelvan.desktop.closeup.TimeAxis;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.measure.LockMeter;
import zelvan.session.Protection;
import zelvan.units.Curve;
import zelvan.units.Grid;
import zelvan.units.RecordedSpan;

/// Paints the Time lens: ribbons of energy, beads where syllables start and sounds end, and threads
/// from the guide's moments to the voice's: upright where it locks, slanted where it is off.
final class TimePainter {
    private static final double THREAD_ROOM = 0.34;

    private static final double FOCUS_PIXELS = 6;

    private static final double DASH_PIXELS = 3;
    private static final double DASH_GAP_PIXELS = 4;

    /// Between the rungs of a protection.
    private static final double RUNG_PIXELS = 9;

    /// A thread leads to a bead so far beside the picture.
    private static final double BEAD_ROOM_PIXELS = 40;

    /// Where more is in sight, nothing can be seen of where a ribbon was.
    private static final double MOST_SECONDS_WITH_TRACE = 12;

    private final Desk desk;
    private final Theme theme;

    TimePainter(Desk desk, Theme theme) {
        this.desk = desk;
        this.theme = theme;
    }

    /// What of the picture is in sight; the rest is not painted.
    ///
    /// @param top upper edge, pixels
    /// @param bottom lower edge
    record Visible(double top, double bottom) {
        boolean overlaps(Lane lane) {
            return lane.top() < bottom && lane.top() + lane.height() > top;
        }
    }

    /// What the mouse holds.
    ///
    /// @param bead and where it is held now
    /// @param clip where a stretch would lie
    record Held(Optional<BeadDrag.At> bead, Optional<ClipDrag.At> clip) {}

    /// @param locked how far the ribbons have slid: 0 as recorded, 1 as edited
    void paint(
            GraphicsContext g,
            double width,
            double height,
            double locked,
            Held held,
            Visible visible) {
        Palette colours = theme.palette().get();
        Viewport view = desk.sight().viewport().get();
        List<Lane> lanes = Lane.of(desk.now(), height);
        Optional<Grid> grid = desk.session().grid();
        TimeAxis axis = new TimeAxis(g, colours, view, width);
        axis.ruler();
        grid.ifPresent(lines -> axis.grid(lines, height));
        for (Lane lane : lanes) {
            if (lane.isGuide()) {
                guideLines(
                        g,
                        colours,
                        view,
                        lane,
                        width,
                        lanes.getLast().top() + lanes.getLast().height(),
                        locked);
            }
        }
        for (Lane lane : lanes) {
            if (!visible.overlaps(lane)) {
                continue;
            }
            paintLane(g, colours, view, lane, width, locked, held);
        }
        lanes.stream()
                .filter(Lane::isGuide)
                .forEach(guide -> SungWords.inSight(desk, guide, locked, width).paint(g, colours));
        grid.ifPresent(lines -> axis.bars(lines.tempo()));
    }

    /// Those that reach into the picture.
    private static List<Bead> beads(Lane lane, Viewport view, double locked, double width) {
        return Bead.of(
                lane,
                locked,
                view.secondsAt(-BEAD_ROOM_PIXELS, width),
                view.secondsAt(width + BEAD_ROOM_PIXELS, width));
    }

    /// The guide's moments, through all lanes.
    private static void guideLines(
            GraphicsContext g,
            Palette colours,
            Viewport view,
            Lane guide,
            double width,
            double bottom,
            double locked) {
        Color strong = colours.guide().deriveColor(0, 1, 1, 0.24);
        Color weak = colours.guide().deriveColor(0, 1, 1, 0.11);
        for (Bead bead : beads(guide, view, locked, width)) {
            double x = view.x(bead.shownSeconds(), width);
            boolean vowel = bead.kind().equals(Optional.of(LandmarkKind.VOWEL));
            double top = guide.top() + guide.height() * 0.55;
            g.setFill(vowel ? strong : weak);
            // Upright lines as areas: the toolkit outlines and fills each line that is stroked.
            g.fillRect(x - 0.5, top, 1, bottom - top);
        }
    }

    private void paintLane(
            GraphicsContext g,
            Palette colours,
            Viewport view,
            Lane lane,
            double width,
            double locked,
            Held held) {
        Color colour = lane.isGuide() ? colours.guide() : colours.hue(lane.stackIndex());
        boolean selected = desk.selection().get().has(lane.voice().id());
        if (selected) {
            g.setFill(colours.raised());
            g.fillRect(0, lane.top(), width, lane.height());
        }
        double room = lane.isGuide() ? 0.2 : THREAD_ROOM;
        double centre = lane.top() + lane.height() * (room + (1 - room) / 2);
        double half = lane.height() * (1 - room) / 2 - 4;
        DoubleUnaryOperator shown = lane.shown(locked);
        double strong = selected || lane.isGuide() ? 0.62 : 0.45;
        if (lane.isGuide()) {
            Underlay.of(desk)
                    .ifPresent(under ->
                            under.paint(g, colours, view, width, lane.top(), centre, half));
        }
        if (locked > 0 && !lane.made().isUnchanged() && view.seconds() < MOST_SECONDS_WITH_TRACE) {
            new Ribbon(g, view, width, centre, half, source -> source, Curve.NONE)
                    .energy(lane.outline(), colour.deriveColor(0, 1, 1, 0.16));
        }
        new Ribbon(g, view, width, centre, half, shown, lane.gain(locked))
                .paint(
                        lane.outline(),
                        lane.made().file().map(SoundFile::sound),
                        desk.sight().waves(),
                        lane.made().analysis().map(VoiceAnalysis::esses).orElse(List.of()),
                        colour.deriveColor(0, 1, 1, strong),
                        selected ? colours.raised() : colours.surface());
        LaneMarks.range(g, colours, desk.focus().get(), view, lane, shown, width);
        protections(g, colours, view, lane, shown, width, centre, half);
        for (RecordedSpan alone : lane.made().alignment().unmatched()) {
            double x = view.x(shown.applyAsDouble(alone.startSeconds()), width);
            double end = view.x(shown.applyAsDouble(alone.endSeconds()), width);
            if (end < 0 || x > width) {
                continue;
            }
            g.setStroke(colours.quiet());
            g.setLineDashes(DASH_PIXELS, DASH_GAP_PIXELS);
            g.strokeLine(
                    firstInSight(x, DASH_PIXELS + DASH_GAP_PIXELS),
                    lane.top() + 9,
                    Math.min(end, width),
                    lane.top() + 9);
            g.setLineDashes();
            g.setFill(colours.quiet());
            g.setFont(Theme.font(11));
            g.setTextAlign(TextAlignment.LEFT);
            g.fillText("not in the guide", Math.max(4, x), lane.top() + 18);
        }
        List<Bead> beads = beads(lane, view, locked, width);
        if (!lane.isGuide()) {
            threads(lane, view, beads, held.bead, locked, width, centre).paint(g, colours);
        }
        Beads shapes = new Beads(centre);
        for (Bead bead : beads) {
            double x = view.x(shownSeconds(bead, held.bead), width);
            shapes.add(bead, x, isDoubtful(bead, lane));
            if (isFocused(bead)) {
                double reach = Beads.RADIUS + FOCUS_PIXELS;
                g.setStroke(colours.text());
                g.strokeRect(x - reach, centre - reach, 2 * reach, 2 * reach);
            }
        }
        shapes.paint(g, colours, colour);
        if (ClipBar.isShown(lane, selected)) {
            ClipBar.of(lane, locked, view, width).paint(g, colours, colour, held.clip);
        }
        LaneMarks.name(g, colours, lane);
        g.setFill(colours.line());
        g.fillRect(0, lane.top() + lane.height() - 1, width, 1);
    }

    /// Where a pattern that begins at `x` has its last beginning before the left edge: a stretch
    /// may be minutes long, and what of it is out of sight would be drawn stroke by stroke.
    private static double firstInSight(double x, double patternPixels) {
        return x < 0 ? x % patternPixels : x;
    }

    private static double shownSeconds(Bead bead, Optional<BeadDrag.At> dragged) {
        return dragged.filter(d -> d.isOf(bead))
                .map(BeadDrag.At::seconds)
                .orElse(bead.shownSeconds());
    }

    private Threads threads(
            Lane lane,
            Viewport view,
            List<Bead> beads,
            Optional<BeadDrag.At> dragged,
            double locked,
            double width,
            double centre) {
        DoubleUnaryOperator guideShown = Lane.guideShown(desk.now(), locked);
        Threads threads =
                new Threads(lane.top() + 3, centre, -BEAD_ROOM_PIXELS, width + BEAD_ROOM_PIXELS);
        for (Bead bead : beads) {
            bead.anchor()
                    .ifPresent(anchor -> {
                        double guide = guideShown.applyAsDouble(anchor.guideSeconds());
                        double shown = shownSeconds(bead, dragged);
                        threads.add(
                                shown - guide,
                                isDoubtful(bead, lane),
                                view.x(guide, width),
                                view.x(shown, width));
                    });
        }
        return threads;
    }

    private static boolean isDoubtful(Bead bead, Lane lane) {
        return bead.anchor().map(a -> LockMeter.isDoubtful(a, lane.made().timing())).orElse(false);
    }

    private boolean isFocused(Bead bead) {
        return desk.focus().get() instanceof Focus.OnBead(String voiceId, double source)
                && voiceId.equals(bead.voiceId())
                && bead.isAt(source);
    }

    /// A fence across the ribbon, with its word.
    private void protections(
            GraphicsContext g,
            Palette colours,
            Viewport view,
            Lane lane,
            DoubleUnaryOperator shown,
            double width,
            double centre,
            double half) {
        for (Protection protection : lane.hand().protections()) {
            double x = view.x(shown.applyAsDouble(protection.span().startSeconds()), width);
            double end = view.x(shown.applyAsDouble(protection.span().endSeconds()), width);
            if (end < 0 || x > width) {
                continue;
            }
            boolean focused =
                    desk.focus().get() instanceof Focus.OnProtection(String id, Protection p)
                            && id.equals(lane.voice().id())
                            && p.equals(protection);
            g.setStroke(focused ? colours.accent() : colours.text().deriveColor(0, 1, 1, 0.7));
            g.setLineWidth(2);
            g.strokeLine(x, centre - half, x, centre + half);
            g.strokeLine(end, centre - half, end, centre + half);
            g.setLineWidth(1);
            double last = Math.min(end, width);
            for (double at = firstInSight(x, RUNG_PIXELS); at <= last; at += RUNG_PIXELS) {
                g.strokeLine(at, centre - half, at, centre + half);
            }
            g.strokeLine(x, centre - half * 0.5, end, centre - half * 0.5);
            g.strokeLine(x, centre + half * 0.5, end, centre + half * 0.5);
            g.setFill(colours.text());
            g.setFont(Theme.strongFont(11));
            g.setTextAlign(TextAlignment.LEFT);
            g.fillText(protection.words(), Math.max(4, x) + 4, centre - half - 6);
        }
    }
}
