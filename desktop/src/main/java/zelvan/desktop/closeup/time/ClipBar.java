package zelvan.desktop.closeup.time;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.session.Clip;
import zelvan.session.Clips;
import zelvan.units.RecordedSpan;

/// The stretches that a voice is made of, as bars along the lower edge of its lane: taken in the
/// middle they are moved, at the ends trimmed, and at the notches above them they are faded.
///
/// @param lane whose
/// @param shown where a moment of the voice is shown
record ClipBar(Lane lane, DoubleUnaryOperator shown, Viewport view, double width) {
    static final double HEIGHT = 8;
    private static final double NOTCH_PIXELS = 7;
    private static final double REACH_PIXELS = 5;
    private static final double GAP_PIXELS = 1;

    /// What of a bar is under the mouse.
    enum Part {
        MIDDLE,
        BEGIN,
        END,
        FADE_IN,
        FADE_OUT
    }

    /// A part of a bar.
    record Hit(Clip clip, Part part) {}

    static ClipBar of(Lane lane, double locked, Viewport view, double width) {
        return new ClipBar(lane, lane.shown(locked), view, width);
    }

    /// Those of selected voices, and those of which there are several, can be taken.
    static boolean isShown(Lane lane, boolean selected) {
        return !lane.isGuide() && (selected || lane.voice().layer().clips().size() > 1);
    }

    List<Clip> clips() {
        return Clips.of(lane.voice().layer(), lane.outline().seconds()).all();
    }

    private double x(double sourceSeconds) {
        return view.x(shown.applyAsDouble(sourceSeconds), width);
    }

    private double top() {
        return lane.top() + lane.height() - HEIGHT - 2;
    }

    /// Nearer handles go before further ones, ends and notches before the middle.
    Optional<Hit> at(double x, double y) {
        if (y < top() - NOTCH_PIXELS || y > top() + HEIGHT) {
            return Optional.empty();
        }
        record Near(Hit hit, double pixels) {}
        List<Near> near = new ArrayList<>();
        boolean above = y < top();
        for (Clip clip : clips()) {
            RecordedSpan place = clip.inVoice().orElseThrow();
            double from = x(place.startSeconds());
            double to = x(place.endSeconds());
            if (above) {
                double in = x(place.startSeconds() + clip.fadeInSeconds());
                double out = x(place.endSeconds() - clip.fadeOutSeconds());
                near.add(
                        new Near(new Hit(clip, Part.FADE_IN), Math.abs(x - in - NOTCH_PIXELS / 2)));
                near.add(
                        new Near(
                                new Hit(clip, Part.FADE_OUT),
                                Math.abs(x - out + NOTCH_PIXELS / 2)));
            } else {
                near.add(new Near(new Hit(clip, Part.BEGIN), Math.abs(x - from)));
                near.add(new Near(new Hit(clip, Part.END), Math.abs(x - to)));
                if (x > from + REACH_PIXELS && x < to - REACH_PIXELS) {
                    near.add(new Near(new Hit(clip, Part.MIDDLE), REACH_PIXELS));
                }
            }
        }
        return near.stream()
                .filter(n -> n.pixels <= REACH_PIXELS)
                .min(Comparator.comparingDouble(Near::pixels))
                .map(Near::hit);
    }

    void paint(GraphicsContext g, Palette colours, Color colour, Optional<ClipDrag.At> dragged) {
        double y = top();
        for (Clip clip : clips()) {
            RecordedSpan place = clip.inVoice().orElseThrow();
            double from = x(place.startSeconds());
            double to = x(place.endSeconds());
            if (to < 0 || from > width) {
                continue;
            }
            double left = Math.max(-REACH_PIXELS, from + GAP_PIXELS);
            double right = Math.min(width + REACH_PIXELS, to - GAP_PIXELS);
            g.setFill(colour.deriveColor(0, 1, 1, 0.55));
            g.fillRoundRect(left, y, Math.max(1, right - left), HEIGHT, 4, 4);
            fades(g, colours, clip, place, y);
        }
        dragged.filter(d -> d.isOf(lane)).ifPresent(d -> ghost(g, colours, d, y));
    }

    private void fades(
            GraphicsContext g, Palette colours, Clip clip, RecordedSpan place, double y) {
        double from = x(place.startSeconds());
        double in = x(place.startSeconds() + clip.fadeInSeconds());
        double out = x(place.endSeconds() - clip.fadeOutSeconds());
        double to = x(place.endSeconds());
        double high = lane.top() + lane.height() * 0.4;
        g.setStroke(colours.text().deriveColor(0, 1, 1, 0.6));
        if (in - from > 2) {
            g.strokeLine(from, y, in, high);
        }
        if (to - out > 2) {
            g.strokeLine(out, high, to, y);
        }
        g.setFill(colours.text().deriveColor(0, 1, 1, 0.75));
        notch(g, in, y, 1);
        notch(g, out, y, -1);
    }

    /// @param side 1 if it points to the right
    private static void notch(GraphicsContext g, double x, double y, int side) {
        g.fillPolygon(
                new double[] {x, x + side * NOTCH_PIXELS, x},
                new double[] {y - NOTCH_PIXELS, y - 1, y - 1},
                3);
    }

    private void ghost(GraphicsContext g, Palette colours, ClipDrag.At dragged, double y) {
        double from = view.x(dragged.fromSeconds(), width);
        double to = view.x(dragged.toSeconds(), width);
        g.setStroke(colours.accent());
        g.setLineWidth(2);
        g.strokeRoundRect(from, y, Math.max(1, to - from), HEIGHT, 4, 4);
        g.setLineWidth(1);
        g.setFill(colours.accent().deriveColor(0, 1, 1, 0.12));
        g.fillRect(from, lane.top() + 1, to - from, lane.height() - 2);
    }
}
