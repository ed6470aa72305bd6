package zelvan.desktop.lockmap;

import java.util.HashMap;
import java.util.Map;
import javafx.scene.image.PixelWriter;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.scene.paint.ImagePattern;
import javafx.scene.paint.Paint;

/// Slanted lines as a pattern, made once for each colour.
final class Hatching {
    private static final int SPACING_PIXELS = 5;
    private static final double STRENGTH = 0.62;

    /// What a slanted line leaves on the pixels beside it.
    private static final double BESIDE = 0.2;

    private record Kind(Color colour, boolean crossed) {}

    private final Map<Kind, Paint> made = new HashMap<>();

    /// @param crossed both ways
    Paint of(Color colour, boolean crossed) {
        return made.computeIfAbsent(new Kind(colour, crossed), Hatching::make);
    }

    private static Paint make(Kind kind) {
        WritableImage tile = new WritableImage(SPACING_PIXELS, SPACING_PIXELS);
        PixelWriter pixels = tile.getPixelWriter();
        for (int y = 0; y < SPACING_PIXELS; y++) {
            for (int x = 0; x < SPACING_PIXELS; x++) {
                double rising = strength(x + y + 1);
                double falling = kind.crossed ? strength(x - y) : 0;
                pixels.setColor(x, y, kind.colour.deriveColor(0, 1, 1, Math.max(rising, falling)));
            }
        }
        return new ImagePattern(tile, 0, 0, SPACING_PIXELS, SPACING_PIXELS, false);
    }

    /// @param away from the line, pixels along a row
    private static double strength(int away) {
        int near = Math.floorMod(away, SPACING_PIXELS);
        return near == 0 ? STRENGTH : near == 1 || near == SPACING_PIXELS - 1 ? BESIDE : 0;
    }
}
