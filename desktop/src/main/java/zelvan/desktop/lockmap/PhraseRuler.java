package zelvan.desktop.lockmap;

import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import zelvan.desktop.acts.Words;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.units.Clock;

/// The numbers of the phrases over the lock map, with as much of their words as there is room for.
final class PhraseRuler {
    /// A narrower cell is one patch. Three figures and some room.
    private static final double NUMBER_PIXELS = 26;

    /// A letter of the smallest type takes about as much.
    private static final double LETTER_PIXELS = 6;

    private PhraseRuler() {}

    static void paint(GraphicsContext g, Palette colours, LockMapGeometry geometry, Words words) {
        g.setFont(Theme.font(11));
        g.setTextBaseline(VPos.CENTER);
        g.setTextAlign(TextAlignment.LEFT);
        int step = geometry.every(NUMBER_PIXELS);
        for (int i = 0; i < geometry.phrases().size(); i++) {
            LockMapGeometry.Extent phrase = geometry.phraseExtent(i);
            if (!geometry.isInSight(phrase)) {
                continue;
            }
            g.setFill(colours.line());
            g.fillRect(phrase.x(), LockMapPainter.RULER_HEIGHT - 3, phrase.width(), 2);
            g.setFill(colours.quiet());
            if ((i + 1) % step == 0) {
                g.fillText(
                        name(i, phrase, geometry, words),
                        phrase.x(),
                        (SongStrip.HEIGHT + LockMapPainter.RULER_HEIGHT) / 2 - 1);
            }
        }
    }

    /// Its number, and as much of its words as there is room for, or when it is.
    private static String name(
            int index, LockMapGeometry.Extent phrase, LockMapGeometry geometry, Words words) {
        String number = "" + (index + 1);
        if (phrase.width() < 60) {
            return number;
        }
        String more =
                words.of(index).orElseGet(() -> Clock.text(geometry.secondsAt(phrase.x()), 0));
        int room = (int) (phrase.width() / LETTER_PIXELS) - number.length() - 2;
        return number
                + "  "
                + (more.length() <= room ? more : more.substring(0, Math.max(1, room - 1)) + "…");
    }
}
