package zelvan.desktop.lockmap;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import zelvan.desktop.theme.Palette;
import zelvan.measure.LevelLockMap;
import zelvan.measure.PitchLock;
import zelvan.measure.PitchLockMap;

/// The lower bars of a cell of the lock map, or patches where it is narrow.
///
/// @param version what of a voice is shown
record ThinBars(Palette colours, CellVersion version) {
    static final double PITCH_PIXELS = 3;
    static final double LEVEL_PIXELS = 2;

    private static final double WIDEST_CENTS = 50;
    private static final double WIDEST_DECIBELS = 6;

    /// From the middle to the left how flat, to the right how sharp.
    void pitch(GraphicsContext g, PitchLockMap.Cell cell, LockMapGeometry.Extent extent, double y) {
        PitchLock lock = version.lock(cell);
        if (lock.count() == 0) {
            return;
        }
        double lean = version.leanCents(cell);
        double share = Math.min(1, lock.medianCents() / WIDEST_CENTS);
        if (extent.width() < LockMapPainter.PATCH_PIXELS) {
            patch(g, extent, share, lean, y - 1, PITCH_PIXELS + 2);
            return;
        }
        Color colour = colour(lean);
        g.setFill(colour.deriveColor(0, 1, 1, 0.7));
        double reach = Math.min(1, lock.p90Cents() / WIDEST_CENTS);
        bar(g, extent, reach, lean, Math.floor(y + PITCH_PIXELS / 2), 1);
        g.setFill(colour);
        bar(g, extent, share, lean, y, PITCH_PIXELS);
    }

    /// The same of how much softer or louder.
    void level(GraphicsContext g, LevelLockMap.Cell cell, LockMapGeometry.Extent extent, double y) {
        if (version.lock(cell).count() == 0) {
            return;
        }
        double lean = version.leanDecibels(cell);
        double share = Math.min(1, Math.abs(lean) / WIDEST_DECIBELS);
        if (extent.width() < LockMapPainter.PATCH_PIXELS) {
            patch(g, extent, share, lean, y, LEVEL_PIXELS + 1);
            return;
        }
        g.setFill(colour(lean));
        bar(g, extent, share, lean, y, LEVEL_PIXELS);
    }

    private Color colour(double lean) {
        return lean < 0 ? colours.early() : colours.late();
    }

    private void patch(
            GraphicsContext g,
            LockMapGeometry.Extent extent,
            double share,
            double lean,
            double y,
            double h) {
        g.setFill(SongStrip.patch(colours, share, lean));
        g.fillRect(extent.x(), y, extent.width(), h);
    }

    private static void bar(
            GraphicsContext g,
            LockMapGeometry.Extent extent,
            double share,
            double lean,
            double y,
            double h) {
        double middle = extent.x() + extent.width() / 2;
        double wide = (extent.width() / 2 - 2) * share;
        g.fillRect(lean < 0 ? middle - wide : middle, y, wide, h);
    }
}
