package zelvan.desktop.closeup.pitch;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.closeup.TimeAxis;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.session.Protection;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.units.RecordedSpan;

/// Paints the Pitch lens: the guide's curve in a corridor as wide as the slack, the voices' curves
/// over it, quiet where they are where they belong and coloured where they are flat or sharp, and a
/// thin rail under each note, with a lozenge where the user has changed it.
final class PitchPainter {
    static final double RULER_WIDTH = 44;
    private static final double LEAST_CORRIDOR_PIXELS = 5;
    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    private final Desk desk;
    private final Theme theme;

    PitchPainter(Desk desk, Theme theme) {
        this.desk = desk;
        this.theme = theme;
    }

    /// @param locked 0 as recorded, 1 as edited
    /// @param fan whether voices that lie on each other are pulled apart
    /// @param frame that is being drawn around notes
    /// @param sounding the chord at the playhead
    void paint(
            GraphicsContext g,
            double width,
            double height,
            double locked,
            boolean fan,
            Optional<NoteFrame> frame,
            Optional<Chord> sounding) {
        Palette colours = theme.palette().get();
        Viewport view = desk.sight().viewport().get();
        PitchPicture picture = PitchPicture.of(desk, height, locked, fan);
        Harmony harmony = desk.derived().get().harmony();
        ToneLines tones = new ToneLines(g, colours, picture.scale(), harmony);
        tones.key(width);
        tones.chords(view, width);
        new TimeAxis(g, colours, view, width).ruler();
        double slack =
                picture.voices().stream()
                        .filter(v -> v.settings().draws())
                        .mapToDouble(v -> v.settings().slackCents())
                        .max()
                        .orElse(0);
        range(g, colours, view, picture, width, height);
        picture.guide()
                .ifPresent(guide -> {
                    corridor(g, colours, view, guide, picture.scale(), slack, width);
                    curve(g, view, guide, picture.scale(), colours.guide(), 2, width);
                    if (desk.selection().get().has(guide.lane().voice().id())) {
                        rails(g, colours, colours.guide(), view, guide, picture.scale(), width);
                    }
                });
        for (PitchLine line : picture.voices()) {
            paintVoice(g, colours, view, line, picture.scale(), fan, width, height);
        }
        tones.ruler(sounding, height);
        names(g, colours, picture, width);
        frame.ifPresent(f -> f.paint(g, colours));
    }

    /// The stretch that has the focus.
    private void range(
            GraphicsContext g,
            Palette colours,
            Viewport view,
            PitchPicture picture,
            double width,
            double height) {
        if (desk.focus().get() instanceof Focus.OnRange(String voiceId, RecordedSpan span)) {
            Stream.concat(picture.guide().stream(), picture.voices().stream())
                    .filter(line -> line.lane().voice().id().equals(voiceId))
                    .map(PitchLine::shown)
                    .findFirst()
                    .ifPresent(shown -> {
                        double x = view.x(shown.applyAsDouble(span.startSeconds()), width);
                        double end = view.x(shown.applyAsDouble(span.endSeconds()), width);
                        g.setFill(colours.accent().deriveColor(0, 1, 1, 0.16));
                        g.fillRect(x, Lane.RULER_HEIGHT, end - x, height);
                    });
        }
    }

    private static void corridor(
            GraphicsContext g,
            Palette colours,
            Viewport view,
            PitchLine guide,
            PitchScale scale,
            double slackCents,
            double width) {
        double wide = Math.max(LEAST_CORRIDOR_PIXELS, 2 * slackCents / 100 * scale.halfTone());
        curve(g, view, guide, scale, colours.guide().deriveColor(0, 1, 1, 0.16), wide, width);
    }

    private static int stride(PitchLine line, Viewport view, double width) {
        int frames = line.frameAt(view.endSeconds()) - line.frameAt(view.startSeconds());
        return Math.max(1, (int) (frames / Math.max(1, 2 * width)));
    }

    private static void curve(
            GraphicsContext g,
            Viewport view,
            PitchLine line,
            PitchScale scale,
            Color colour,
            double thick,
            double width) {
        g.setStroke(colour);
        g.setLineWidth(thick);
        int to = line.frameAt(view.endSeconds()) + 1;
        int stride = stride(line, view, width);
        boolean drawing = false;
        g.beginPath();
        for (int f = line.frameAt(view.startSeconds());
                f <= Math.min(to, line.frames() - 1);
                f += stride) {
            double cents = line.centsAt(f);
            if (Double.isNaN(cents)) {
                drawing = false;
                continue;
            }
            double x = view.x(line.shown().applyAsDouble(f * HOP), width);
            double y = scale.y(cents) - line.lift();
            if (drawing) {
                g.lineTo(x, y);
            } else {
                g.moveTo(x, y);
            }
            drawing = true;
        }
        g.stroke();
        g.setLineWidth(1);
    }

    private void paintVoice(
            GraphicsContext g,
            Palette colours,
            Viewport view,
            PitchLine line,
            PitchScale scale,
            boolean fan,
            double width,
            double height) {
        Color hue = line.colour(colours);
        boolean selected = desk.selection().get().has(line.lane().voice().id());
        if (fan) {
            target(g, colours, view, line, scale, width);
        }
        rails(g, colours, hue, view, line, scale, width);
        coloured(g, colours, hue, selected, view, line, scale, width);
        for (Protection protection : line.lane().hand().protections()) {
            fence(g, colours, view, line, protection, width, height);
        }
    }

    private void rails(
            GraphicsContext g,
            Palette colours,
            Color hue,
            Viewport view,
            PitchLine line,
            PitchScale scale,
            double width) {
        List<Focus.OnNote> notes = desk.focus().get().notes();
        for (PitchLine.Rail rail : line.rails()) {
            double x = view.x(rail.fromSeconds(), width);
            double end = view.x(rail.toSeconds(), width);
            if (end - x < 6 || end < 0 || x > width) {
                continue;
            }
            double y = scale.y(rail.cents()) - line.lift();
            boolean focused =
                    notes.contains(new Focus.OnNote(line.lane().voice().id(), rail.note().span()));
            g.setStroke(focused ? colours.accent() : hue.deriveColor(0, 1, 1, 0.45));
            g.setLineWidth(focused ? 2 : 1);
            g.strokeLine(x, y, end, y);
            g.strokeLine(x, y - 4, x, y + 4);
            g.strokeLine(end, y - 4, end, y + 4);
            if (line.isByHand(rail)) {
                byHand(g, colours, (x + end) / 2, y);
            }
        }
        g.setLineWidth(1);
    }

    /// A note that departs from the settings.
    private static void byHand(GraphicsContext g, Palette colours, double x, double y) {
        double[] xs = {x - 5, x, x + 5, x};
        double[] ys = {y, y - 5, y, y + 5};
        g.setFill(colours.surface());
        g.fillPolygon(xs, ys, xs.length);
        g.setStroke(colours.text());
        g.setLineWidth(1.2);
        g.strokePolygon(xs, ys, xs.length);
    }

    /// What the voice is drawn to, where the voices are pulled apart.
    private static void target(
            GraphicsContext g,
            Palette colours,
            Viewport view,
            PitchLine line,
            PitchScale scale,
            double width) {
        g.setStroke(colours.guide().deriveColor(0, 1, 1, 0.35));
        g.setLineWidth(1);
        int stride = stride(line, view, width);
        boolean drawing = false;
        g.beginPath();
        for (int f = line.frameAt(view.startSeconds());
                f <= line.frameAt(view.endSeconds());
                f += stride) {
            double cents = line.targetAt(f);
            if (!Double.isNaN(cents)) {
                double x = view.x(line.shown().applyAsDouble(f * HOP), width);
                double y = scale.y(cents) - line.lift();
                if (drawing) {
                    g.lineTo(x, y);
                } else {
                    g.moveTo(x, y);
                }
            }
            drawing = !Double.isNaN(cents);
        }
        g.stroke();
    }

    private static void coloured(
            GraphicsContext g,
            Palette colours,
            Color hue,
            boolean selected,
            Viewport view,
            PitchLine line,
            PitchScale scale,
            double width) {
        int last = line.frames() - 1;
        int to = Math.min(last, line.frameAt(view.endSeconds()) + 1);
        int stride = stride(line, view, width);
        double fromX = Double.NaN;
        double fromY = 0;
        for (int f = line.frameAt(view.startSeconds()); f <= to; f += stride) {
            double cents = line.centsAt(f);
            if (Double.isNaN(cents)) {
                fromX = Double.NaN;
                continue;
            }
            double x = view.x(line.shown().applyAsDouble(f * HOP), width);
            double y = scale.y(cents) - line.lift();
            if (!Double.isNaN(fromX)) {
                PitchLine.Place place = line.placeAt(f);
                boolean off = place == PitchLine.Place.FLAT || place == PitchLine.Place.SHARP;
                g.setStroke(
                        switch (place) {
                            case FREE, WITHIN -> hue.deriveColor(0, 1, 1, selected ? 1 : 0.75);
                            case FLAT -> colours.early();
                            case SHARP -> colours.late();
                        });
                g.setLineWidth(off ? 2.2 : selected ? 1.8 : 1.3);
                if (line.isDoubtful(f)) {
                    g.setLineWidth(1);
                    g.strokeOval(x - 1.5, y - 1.5, 3, 3);
                } else {
                    g.strokeLine(fromX, fromY, x, y);
                }
            }
            fromX = x;
            fromY = y;
        }
        g.setLineWidth(1);
    }

    private static void fence(
            GraphicsContext g,
            Palette colours,
            Viewport view,
            PitchLine line,
            Protection protection,
            double width,
            double height) {
        double x = view.x(line.shown().applyAsDouble(protection.span().startSeconds()), width);
        double end = view.x(line.shown().applyAsDouble(protection.span().endSeconds()), width);
        if (end < RULER_WIDTH || x > width) {
            return;
        }
        g.setStroke(colours.text().deriveColor(0, 1, 1, 0.55));
        for (double at = x; at <= end; at += 9) {
            g.strokeLine(at, height - 14, at, height - 2);
        }
        g.strokeLine(x, height - 10, end, height - 10);
        g.strokeLine(x, height - 6, end, height - 6);
        g.setFill(colours.text());
        g.setFont(Theme.strongFont(11));
        g.setTextAlign(TextAlignment.LEFT);
        g.fillText(
                line.lane().voice().name() + ": " + protection.words(),
                Math.max(RULER_WIDTH + 4, x),
                height - 22);
    }

    /// Who is who: at the beginning of each line where they are pulled apart, else in a row.
    private static void names(
            GraphicsContext g, Palette colours, PitchPicture picture, double width) {
        double x = RULER_WIDTH + 8;
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.CENTER);
        for (PitchLine line : picture.voices()) {
            Text text = new Text(line.lane().voice().name());
            text.setFont(Theme.strongFont(11));
            double wide = text.getLayoutBounds().getWidth();
            if (x + wide + 24 > width) {
                break;
            }
            double y = Lane.RULER_HEIGHT + 11;
            g.setFill(colours.surface().deriveColor(0, 1, 1, 0.8));
            g.fillRect(x - 4, y - 8, wide + 26, 16);
            g.setStroke(line.colour(colours));
            g.setLineWidth(2);
            g.strokeLine(x, y, x + 12, y);
            g.setLineWidth(1);
            g.setFill(colours.text());
            g.setFont(text.getFont());
            g.fillText(text.getText(), x + 17, y);
            x += wide + 34;
        }
    }
}
