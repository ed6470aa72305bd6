package zelvan.desktop.lockmap;

import java.util.List;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.measure.TakeFigures;
import zelvan.measure.TakeWeights;
import zelvan.takes.TakeMap;
import zelvan.units.GuideSpan;

/// Paints the takes of a voice, phrase by phrase: the longer the bar, the more is off. Its parts,
/// from the left: timing, pitch, and hatched what is missing or sounds otherwise; then the rest.
/// What the voice is made of stands on a full ground, with a mark before it.
final class TakePainter {
    private static final double GAP = 2;
    private static final double FULL_SCORE = 10;
    private static final double MARK_PIXELS = 3;
    private static final double TEXT_PIXELS = 80;
    private static final double PATCH_PIXELS = 18;

    private final Hatching hatching;

    TakePainter(Hatching hatching) {
        this.hatching = hatching;
    }

    /// @param map of the voice's takes
    /// @param drag the words that are dragged out
    /// @param y upper edge of the row
    void paint(
            GraphicsContext g,
            Palette colours,
            LockMapRow row,
            TakeMap map,
            Optional<GuideSpan> drag,
            TakeWeights weights,
            double y,
            LockMapGeometry geometry) {
        LockMapRow.TakeOf of = row.take().orElseThrow();
        double h = row.height() - GAP;
        int count = Math.min(of.take().figures().size(), geometry.phrases().size());
        for (int i = 0; i < count; i++) {
            LockMapGeometry.Extent extent = geometry.phraseExtent(i);
            if (!geometry.isInSight(extent)) {
                continue;
            }
            Optional<TakeFigures> figures = of.take().figures().get(i);
            if (figures.isEmpty()) {
                g.setFill(colours.line());
                for (double at = extent.x(); at < extent.end(); at += 7) {
                    g.fillRect(at, Math.floor(y + h / 2), Math.min(2, extent.end() - at), 1);
                }
                continue;
            }
            List<GuideSpan> parts = map.parts(of.voice().layer(), of.take(), i);
            for (GuideSpan part : parts) {
                made(g, colours, row, geometry, part, extent, y + GAP / 2, h);
            }
            cell(g, colours, figures.get(), weights, !parts.isEmpty(), extent, y + GAP / 2, h);
        }
        drag.map(words -> geometry.guideExtent(words, 1))
                .ifPresent(words -> {
                    g.setFill(colours.accent().deriveColor(0, 1, 1, 0.3));
                    g.fillRect(words.x(), y + GAP / 2, words.width(), h);
                });
    }

    /// What of a phrase the voice is made of this take.
    private static void made(
            GraphicsContext g,
            Palette colours,
            LockMapRow row,
            LockMapGeometry geometry,
            GuideSpan part,
            LockMapGeometry.Extent phrase,
            double y,
            double h) {
        LockMapGeometry.Extent extent = geometry.guideExtent(part, MARK_PIXELS);
        double from = Math.max(phrase.x(), extent.x());
        double to = Math.min(phrase.end(), extent.end());
        g.setFill(colours.raised());
        g.fillRect(from, y, Math.max(MARK_PIXELS, to - from), h);
        g.setFill(colours.hue(row.stackIndex()));
        g.fillRect(from, y, MARK_PIXELS, h);
    }

    private void cell(
            GraphicsContext g,
            Palette colours,
            TakeFigures figures,
            TakeWeights weights,
            boolean chosen,
            LockMapGeometry.Extent extent,
            double y,
            double h) {
        double x = extent.x() + MARK_PIXELS + 1;
        double room = Math.max(1, extent.width() - MARK_PIXELS - 2);
        double pixels = room / FULL_SCORE;
        double end = x + room;
        double top = extent.width() < PATCH_PIXELS ? y + 2 : y + h - 6;
        double tall = extent.width() < PATCH_PIXELS ? h - 4 : 4;
        x =
                part(
                        g,
                        colours.late(),
                        x,
                        Math.min(end, x + pixels * figures.timing(weights)),
                        top,
                        tall);
        x =
                part(
                        g,
                        colours.early(),
                        x,
                        Math.min(end, x + pixels * figures.pitch(weights)),
                        top,
                        tall);
        double words = Math.min(end, x + pixels * figures.words(weights));
        if (words > x) {
            g.setFill(colours.raised());
            g.fillRect(x, top, words - x, tall);
            g.setFill(hatching.of(colours.text(), true));
            g.fillRect(x, top, words - x, tall);
            x = words;
        }
        part(g, colours.quiet(), x, Math.min(end, x + pixels * figures.others(weights)), top, tall);
        if (extent.width() >= TEXT_PIXELS) {
            g.setFont(Theme.font(11));
            g.setFill(chosen ? colours.text() : colours.quiet());
            g.setTextAlign(TextAlignment.LEFT);
            g.setTextBaseline(VPos.CENTER);
            g.fillText(figures.brief(), extent.x() + MARK_PIXELS + 3, y + h / 2 - 3);
        }
    }

    private static double part(
            GraphicsContext g, Color colour, double from, double to, double y, double h) {
        if (to > from) {
            g.setFill(colour);
            g.fillRect(from, y, to - from, h);
        }
        return Math.max(from, to);
    }
}
