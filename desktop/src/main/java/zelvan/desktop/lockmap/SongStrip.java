package zelvan.desktop.lockmap;

import java.util.Comparator;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import zelvan.derived.Derived;
import zelvan.desktop.theme.Palette;
import zelvan.measure.LockMap;

/// The whole song above the ruler of what is shown of it: how far off the worst voice is, phrase by
/// phrase, and which of them are shown.
final class SongStrip {
    static final double HEIGHT = 9;

    private SongStrip() {}

    /// The colour of something that is off: the more, the stronger.
    ///
    /// @param share 1 or more where it is as strong as it gets
    /// @param lean negative is early or flat
    static Color patch(Palette colours, double share, double lean) {
        return colours.raised()
                .interpolate(lean < 0 ? colours.early() : colours.late(), Math.min(1, share));
    }

    static void paint(
            GraphicsContext g,
            Palette colours,
            Derived derived,
            CellVersion version,
            LockMapGeometry shown) {
        LockMapGeometry whole = shown.whole();
        for (int i = 0; i < whole.phrases().size(); i++) {
            LockMapGeometry.Extent extent = whole.phraseExtent(i);
            g.setFill(
                    worst(derived, version, i)
                            .map(c ->
                                    patch(
                                            colours,
                                            version.lock(c).medianSeconds()
                                                    / LockMapPainter.WIDEST_SECONDS,
                                            version.leanSeconds(c)))
                            .orElse(colours.line()));
            g.fillRect(extent.x(), 1, extent.width(), HEIGHT - 3);
        }
        if (!shown.shown().isWhole()) {
            double from = shown.shown().from() * whole.width();
            double to = shown.shown().to() * whole.width();
            g.setStroke(colours.text());
            g.strokeRect(from + 0.5, 0.5, Math.max(2, to - from - 1), HEIGHT - 2);
        }
    }

    private static Optional<LockMap.Cell> worst(Derived derived, CellVersion version, int phrase) {
        return derived.voices().values().stream()
                .map(made -> made.lock().cells())
                .filter(cells -> phrase < cells.size())
                .map(cells -> cells.get(phrase))
                .max(Comparator.comparingDouble(c -> version.lock(c).medianSeconds()));
    }
}
