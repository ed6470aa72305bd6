package zelvan.desktop.closeup.sound;

import java.util.List;
import java.util.Locale;
import java.util.function.DoubleUnaryOperator;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import zelvan.audio.SoundFile;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.closeup.LaneMarks;
import zelvan.desktop.closeup.Ribbon;
import zelvan.desktop.closeup.TimeAxis;
import zelvan.desktop.closeup.sound.SoundPicture.Mark;
import zelvan.desktop.closeup.sound.SoundPicture.Rung;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.level.LevelEdit;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.level.LevelSettings;
import zelvan.level.SideSound;
import zelvan.units.Curve;

/// Paints the Sound lens: ribbons as loud as they sound, the level of each note over them and the
/// guide's behind it, and esses, breaths and ends as textured spans with a bar at their gain.
final class SoundPainter {
    private static final double TEXT_PIXELS = 34;
    private static final double COMB_PIXELS = 4;

    /// A note that is off by less looks as if it were not.
    private static final double OFF_DECIBELS = 1.5;

    private final Desk desk;
    private final Theme theme;

    SoundPainter(Desk desk, Theme theme) {
        this.desk = desk;
        this.theme = theme;
    }

    /// @param top of what is in sight, pixels; lanes that are not are not painted
    /// @param bottom of it
    void paint(GraphicsContext g, SoundPicture picture, double top, double bottom) {
        Palette colours = theme.palette().get();
        new TimeAxis(g, colours, picture.view(), picture.width()).ruler();
        for (Lane lane : picture.lanes()) {
            if (lane.top() < bottom && lane.top() + lane.height() > top) {
                lane(g, colours, picture, lane);
            }
        }
    }

    private void lane(GraphicsContext g, Palette colours, SoundPicture picture, Lane lane) {
        Viewport view = picture.view();
        double width = picture.width();
        boolean selected = desk.selection().get().has(lane.voice().id());
        Color hue = lane.isGuide() ? colours.guide() : colours.hue(lane.stackIndex());
        if (selected) {
            g.setFill(colours.raised());
            g.fillRect(0, lane.top(), width, lane.height());
        }
        DoubleUnaryOperator shown = lane.shown(picture.locked());
        double centre = lane.top() + 10 + lane.height() / 2;
        double half = lane.height() / 2 - 14;
        new Ribbon(g, view, width, centre, half, shown, Curve.NONE)
                .energy(lane.outline(), hue.deriveColor(0, 1, 1, 0.13));
        new Ribbon(g, view, width, centre, half, shown, lane.gain(picture.locked()))
                .paint(
                        lane.outline(),
                        lane.made().file().map(SoundFile::sound),
                        desk.sight().waves(),
                        List.of(),
                        hue.deriveColor(0, 1, 1, selected || lane.isGuide() ? 0.5 : 0.36),
                        colours.surface());
        LaneMarks.range(g, colours, desk.focus().get(), view, lane, shown, width);
        byHand(g, colours, picture, lane, shown);
        picture.rungs(lane).forEach(rung -> guideRung(g, colours, rung));
        picture.rungs(lane).forEach(rung -> rung(g, colours, hue, rung, picture.locked() >= 0.5));
        for (Mark mark : picture.marks(lane)) {
            mark(g, colours, hue, mark, picture.locked() >= 0.5);
        }
        LaneMarks.name(g, colours, lane);
        g.setFill(colours.line());
        g.fillRect(0, lane.top() + lane.height() - 1, width, 1);
    }

    /// Stretches that were turned up or down by hand: a line along their lower edge, with their
    /// figure.
    private static void byHand(
            GraphicsContext g,
            Palette colours,
            SoundPicture picture,
            Lane lane,
            DoubleUnaryOperator shown) {
        for (LevelEdit edit : lane.hand().levels()) {
            double x =
                    picture.view()
                            .x(shown.applyAsDouble(edit.span().startSeconds()), picture.width());
            double end =
                    picture.view()
                            .x(shown.applyAsDouble(edit.span().endSeconds()), picture.width());
            if (end < 0 || x > picture.width()) {
                continue;
            }
            double y = lane.top() + lane.height() - 5;
            g.setFill(colours.text());
            g.fillRect(x, y, end - x, 1.5);
            g.fillRect(x, y - 4, 1.5, 5);
            g.fillRect(end - 1.5, y - 4, 1.5, 5);
            if (end - x > TEXT_PIXELS) {
                text(g, colours, decibels(edit.decibels()), (Math.max(0, x) + end) / 2, y - 8);
            }
        }
    }

    private static void guideRung(GraphicsContext g, Palette colours, Rung rung) {
        g.setFill(colours.guide().deriveColor(0, 1, 1, 0.5));
        g.fillRect(rung.x(), rung.guideY() - 2.5, rung.end() - rung.x(), 5);
    }

    private static void rung(
            GraphicsContext g, Palette colours, Color hue, Rung rung, boolean locked) {
        double off = locked ? rung.note().leftDecibels() : rung.note().offDecibels();
        boolean isOff = Math.abs(off) > OFF_DECIBELS;
        Color colour = isOff ? (off < 0 ? colours.early() : colours.late()) : hue;
        g.setFill(colour);
        g.fillRect(rung.x(), rung.y() - 1, rung.end() - rung.x(), 2);
        if (isOff) {
            double middle = (rung.x() + rung.end()) / 2;
            double from = Math.min(rung.y(), rung.guideY());
            g.fillRect(middle - 0.5, from, 1, Math.abs(rung.y() - rung.guideY()));
        }
    }

    private void mark(GraphicsContext g, Palette colours, Color hue, Mark mark, boolean locked) {
        Lane lane = mark.lane();
        double top = lane.top() + 20;
        double bottom = lane.top() + lane.height() - 7;
        boolean focused = desk.focus().get().equals(mark.focus());
        Color colour = focused ? colours.accent() : colours.text().deriveColor(0, 1, 1, 0.75);
        g.setFill(hue.deriveColor(0, 1, 1, 0.16));
        g.fillRect(mark.x(), top, mark.end() - mark.x(), bottom - top);
        texture(g, colours.text().deriveColor(0, 1, 1, 0.3), mark, top, bottom);
        g.setFill(colour);
        g.fillRect(mark.x(), top, 1, bottom - top);
        g.fillRect(mark.end() - 1, top, 1, bottom - top);
        // As recorded, what will be done is there to be taken, but is not heard.
        g.setFill(locked ? colour : colour.deriveColor(0, 1, 1, 0.4));
        double thick = focused ? 4 : 3;
        g.fillRect(mark.x(), mark.y() - thick / 2, mark.end() - mark.x(), thick);
        TurnedSound turned = mark.turned();
        boolean narrow = mark.end() - mark.x() < TEXT_PIXELS;
        if (focused || !narrow && turned.gainDecibels() != 0) {
            String words =
                    focused
                            ? turned.sound().kind().word() + " " + decibels(turned.gainDecibels())
                            : decibels(turned.gainDecibels());
            double y = mark.y() < top + 16 ? mark.y() + 11 : mark.y() - 9;
            text(g, colours, words, (mark.x() + mark.end()) / 2, y);
        }
    }

    /// Esses are combed, breaths wave, ends are slanted: they are told apart without colours.
    private static void texture(
            GraphicsContext g, Color colour, Mark mark, double top, double bottom) {
        g.setFill(colour);
        g.setStroke(colour);
        SideSound.Kind kind = mark.turned().sound().kind();
        switch (kind) {
            case ESS -> {
                for (double x = mark.x() + COMB_PIXELS; x < mark.end() - 1; x += COMB_PIXELS) {
                    g.fillRect(x, top + 6, 1, bottom - top - 12);
                }
            }
            case BREATH -> {
                for (double y = top + 5; y < bottom; y += 9) {
                    for (double x = mark.x() + 3; x < mark.end() - 4; x += 7) {
                        g.fillRect(x, y, 4, 1);
                    }
                }
            }
            case CONSONANT, CUTOFF -> {
                double step = kind == SideSound.Kind.CONSONANT ? 7 : 14;
                for (double y = top; y < bottom - 5; y += step) {
                    g.strokeLine(mark.x() + 1, y + 6, mark.end() - 1, y);
                }
            }
        }
    }

    private static String decibels(double value) {
        return value <= LevelSettings.OUT_DECIBELS
                ? "out"
                : String.format(Locale.ROOT, "%+.1f dB", value);
    }

    private static void text(GraphicsContext g, Palette colours, String words, double x, double y) {
        double wide = 6.2 * words.length() + 6;
        g.setFill(colours.surface().deriveColor(0, 1, 1, 0.82));
        g.fillRect(x - wide / 2, y - 8, wide, 16);
        g.setFill(colours.text());
        g.setFont(Theme.font(11));
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        g.fillText(words, x, y);
        g.setTextAlign(TextAlignment.LEFT);
    }
}
