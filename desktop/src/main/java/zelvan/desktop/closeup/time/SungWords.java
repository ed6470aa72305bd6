package zelvan.desktop.closeup.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import zelvan.desktop.acts.Words;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.units.GuideSpan;

/// What is sung, over the guide's ribbon: each syllable where its vowel begins; what would lie on
/// the one before is left out.
///
/// @param guide the lane it stands on
/// @param all from left to right
record SungWords(Lane guide, List<Shown> all) {
    private static final double LETTER_PIXELS = 6.5;
    private static final double BESIDE_VOWEL_PIXELS = 3;
    private static final double ABOVE_BOTTOM_PIXELS = 8;
    private static final double REACH_PIXELS = 7;

    /// Where more is in sight, words are too small a part of it to be read.
    private static final double MOST_SECONDS = 40;

    /// @param x of its left edge, pixels
    record Shown(Words.Syllable syllable, double x) {
        private double end() {
            return x + LETTER_PIXELS * syllable.text().length();
        }
    }

    /// Those that can be seen.
    ///
    /// @param locked how far the ribbons have slid: 0 as recorded, 1 as edited
    static SungWords inSight(Desk desk, Lane guide, double locked, double width) {
        Viewport view = desk.sight().viewport().get();
        Words words = new Words(desk.now());
        DoubleUnaryOperator shown = guide.shown(locked);
        List<Shown> all = new ArrayList<>();
        double free = 0;
        List<GuideSpan> phrases = desk.derived().get().guidePhrases();
        int lines = Math.min(desk.session().words().size(), phrases.size());
        for (int i = 0; i < lines && view.seconds() < MOST_SECONDS; i++) {
            if (shown.applyAsDouble(phrases.get(i).endSeconds()) <= view.startSeconds()
                    || shown.applyAsDouble(phrases.get(i).startSeconds()) >= view.endSeconds()) {
                continue;
            }
            for (Words.Syllable syllable : words.spread(i)) {
                double vowel = view.x(shown.applyAsDouble(syllable.guideSeconds()), width);
                if (vowel >= free && vowel < width) {
                    Shown next = new Shown(syllable, vowel + BESIDE_VOWEL_PIXELS);
                    all.add(next);
                    free = next.end();
                }
            }
        }
        return new SungWords(guide, all);
    }

    private double baseline() {
        return guide.top() + guide.height() - ABOVE_BOTTOM_PIXELS;
    }

    Optional<Words.Syllable> at(double x, double y) {
        return all.stream()
                .filter(s -> x >= s.x() && x < s.end() && Math.abs(y - baseline()) < REACH_PIXELS)
                .map(Shown::syllable)
                .findFirst();
    }

    void paint(GraphicsContext g, Palette colours) {
        g.setFill(colours.text());
        g.setFont(Theme.font(12));
        g.setTextAlign(TextAlignment.LEFT);
        all.forEach(s -> g.fillText(s.syllable().text(), s.x(), baseline()));
    }
}
