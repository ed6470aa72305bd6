package zelvan.desktop.lockmap;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Selection;
import zelvan.desktop.model.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.engine.Derived;
import zelvan.engine.DerivedVoice;
import zelvan.measure.Doubt;
import zelvan.measure.Lock;
import zelvan.measure.LockMap;
import zelvan.measure.PitchLock;
import zelvan.measure.PitchLockMap;
import zelvan.play.Version;
import zelvan.session.Role;
import zelvan.session.Voice;
import zelvan.units.TimeSpan;

/// Paints the grid of voices by phrases.
///
/// Each cell has a middle line: where the guide is. A bar from it to the left says how early the
/// voice is, to the right how late, up to 80 ms at the edge; so a locked cell is empty and only
/// what is off has weight. Under it a thin bar says the same of pitch: to the left flat, to the
/// right sharp, up to 50 cents at the edge. What is special about a cell shows by its texture, not
/// by colour alone.
final class LockMapPainter {
    static final double RULER_HEIGHT = 24;
    private static final double WIDEST_SECONDS = 0.08;
    private static final double WIDEST_CENTS = 50;
    private static final double PITCH_PIXELS = 3;
    private static final double GAP = 2;
    private static final double NARROWEST_DOUBT_PIXELS = 9;

    private final AppModel model;
    private final Theme theme;

    LockMapPainter(AppModel model, Theme theme) {
        this.model = model;
        this.theme = theme;
    }

    /// What lies at a point of the grid.
    record Hit(
            LockMapRow row,
            Optional<LockMap.Cell> cell,
            Optional<TimeSpan> phrase,
            double seconds) {}

    void paint(GraphicsContext g, double width, double height) {
        Palette colours = theme.palette().get();
        Derived derived = model.derived().get();
        double song = Math.max(1, derived.seconds());
        ruler(g, colours, derived.guidePhrases(), width, song);
        double y = RULER_HEIGHT;
        for (LockMapRow row : LockMapRow.of(model.session())) {
            if (row.voice().isPresent()) {
                voice(g, colours, row, derived, y, width, song);
            } else {
                g.setStroke(colours.line());
                g.strokeLine(0, y + row.height() - 0.5, width, y + row.height() - 0.5);
            }
            y += row.height();
        }
        window(g, colours, width, height, song);
        playhead(g, colours, width, height, song);
    }

    private void ruler(
            GraphicsContext g, Palette colours, List<TimeSpan> phrases, double width, double song) {
        g.setFont(Theme.font(11));
        g.setTextBaseline(VPos.CENTER);
        g.setTextAlign(TextAlignment.LEFT);
        for (int i = 0; i < phrases.size(); i++) {
            double x = phrases.get(i).startSeconds() / song * width;
            double w = phrases.get(i).seconds() / song * width;
            g.setFill(colours.line());
            g.fillRect(x, RULER_HEIGHT - 3, w, 2);
            g.setFill(colours.quiet());
            if (w > 14) {
                g.fillText(
                        w > 60
                                ? (i + 1) + "  " + clock(phrases.get(i).startSeconds())
                                : "" + (i + 1),
                        x,
                        RULER_HEIGHT / 2);
            }
        }
    }

    static String clock(double seconds) {
        return String.format(Locale.ROOT, "%d:%02d", (int) seconds / 60, (int) seconds % 60);
    }

    private void voice(
            GraphicsContext g,
            Palette colours,
            LockMapRow row,
            Derived derived,
            double y,
            double width,
            double song) {
        Voice voice = row.voice().orElseThrow();
        DerivedVoice made = derived.voice(voice.id()).orElse(null);
        double h = row.height() - GAP;
        if (voice.role() == Role.GUIDE || voice.role() == Role.BED) {
            g.setFill(
                    voice.role() == Role.GUIDE
                            ? colours.guide().deriveColor(0, 1, 1, 0.75)
                            : colours.line());
            if (voice.role() == Role.GUIDE) {
                for (TimeSpan phrase : derived.guidePhrases()) {
                    g.fillRect(
                            phrase.startSeconds() / song * width,
                            y + h / 2 - 2,
                            phrase.seconds() / song * width,
                            4);
                }
            } else {
                g.fillRect(0, y + h / 2 - 1, width, 2);
            }
            return;
        }
        if (made == null) {
            return;
        }
        for (LockMap.Cell cell : made.lock().cells()) {
            cell(g, colours, row, cell, x(cell, width, song), y + GAP / 2, w(cell, width, song), h);
        }
        List<PitchLockMap.Cell> pitch = made.pitched().lock().cells();
        for (int i = 0; i < Math.min(pitch.size(), made.lock().cells().size()); i++) {
            LockMap.Cell cell = made.lock().cells().get(i);
            if (cell.state() != LockMap.State.SILENT) {
                pitch(
                        g,
                        colours,
                        pitch.get(i),
                        x(cell, width, song),
                        y + GAP / 2 + h - PITCH_PIXELS - 3,
                        w(cell, width, song));
            }
        }
        for (Doubt doubt : model.derived().get().doubts(voice)) {
            doubt(g, colours, doubt, y + GAP / 2, h, width, song);
        }
        for (LockMap.Cell cell : made.lock().cells()) {
            double x = x(cell, width, song);
            double w = w(cell, width, song);
            figure(g, colours, cell, x, y + GAP / 2, w, h);
            if (isSelected(voice, cell)) {
                g.setStroke(colours.accent());
                g.setLineWidth(1.5);
                g.strokeRect(x + 0.5, y + GAP / 2 + 0.5, w - 1, h - 1);
                g.setLineWidth(1);
            }
        }
    }

    private static double x(LockMap.Cell cell, double width, double song) {
        return cell.phrase().startSeconds() / song * width;
    }

    private static double w(LockMap.Cell cell, double width, double song) {
        return Math.max(4, cell.phrase().seconds() / song * width);
    }

    private boolean isSelected(Voice voice, LockMap.Cell cell) {
        Selection selection = model.selection().get();
        return selection.has(voice.id())
                && selection.phrase().map(p -> p.equals(cell.phrase())).orElse(false);
    }

    private void cell(
            GraphicsContext g,
            Palette colours,
            LockMapRow row,
            LockMap.Cell cell,
            double x,
            double y,
            double w,
            double h) {
        boolean raw = model.playback().version().get() == Version.RAW;
        Lock lock = raw ? cell.before() : cell.after();
        double lean = raw ? cell.rawLeanSeconds() : cell.leanSeconds();
        if (cell.state() == LockMap.State.SILENT) {
            g.setStroke(colours.line());
            g.setLineDashes(2, 5);
            g.strokeLine(x, y + h / 2, x + w, y + h / 2);
            g.setLineDashes();
            return;
        }
        g.setFill(colours.raised());
        g.fillRect(x, y, w, h);
        g.setFill(colours.hue(row.stackIndex()));
        g.fillRect(x, y + h - 2, w, 2);
        double middle = x + w / 2;
        double half = w / 2 - 2;
        double share = Math.min(1, lock.medianSeconds() / WIDEST_SECONDS);
        double reach = Math.min(1, lock.p90Seconds() / WIDEST_SECONDS);
        Color colour = lean < 0 ? colours.early() : colours.late();
        double side = lean < 0 ? -1 : 1;
        g.setFill(colour.deriveColor(0, 1, 1, 0.35 + 0.65 * share));
        double bar = half * share;
        double tall = h - 10 - PITCH_PIXELS - 3;
        g.fillRect(side < 0 ? middle - bar : middle, y + 4, bar, tall);
        g.setStroke(colour.deriveColor(0, 1, 1, 0.7));
        g.strokeLine(middle, y + 4 + tall / 2, middle + side * half * reach, y + 4 + tall / 2);
        g.setStroke(colours.quiet());
        g.strokeLine(middle, y + 3, middle, y + h - 5);
        if (cell.state() == LockMap.State.PROTECTED) {
            g.setStroke(colours.text());
            for (double at = x + 3; at < x + w - 2; at += 6) {
                g.strokeLine(at, y + 1, at, y + 4);
            }
        }
    }

    /// The lower part: from the middle to the left how flat, to the right how sharp.
    private void pitch(
            GraphicsContext g,
            Palette colours,
            PitchLockMap.Cell cell,
            double x,
            double y,
            double w) {
        boolean raw = model.playback().version().get() == Version.RAW;
        PitchLock lock = raw ? cell.before() : cell.after();
        if (lock.count() == 0) {
            return;
        }
        double side = (raw ? cell.rawLeanCents() : cell.leanCents()) < 0 ? -1 : 1;
        double half = w / 2 - 2;
        double bar = half * Math.min(1, lock.medianCents() / WIDEST_CENTS);
        double reach = half * Math.min(1, lock.p90Cents() / WIDEST_CENTS);
        double middle = x + w / 2;
        Color colour = side < 0 ? colours.early() : colours.late();
        g.setStroke(colour.deriveColor(0, 1, 1, 0.7));
        g.strokeLine(middle, y + PITCH_PIXELS / 2, middle + side * reach, y + PITCH_PIXELS / 2);
        g.setFill(colour);
        g.fillRect(side < 0 ? middle - bar : middle, y, bar, PITCH_PIXELS);
    }

    private void figure(
            GraphicsContext g,
            Palette colours,
            LockMap.Cell cell,
            double x,
            double y,
            double w,
            double h) {
        boolean raw = model.playback().version().get() == Version.RAW;
        Lock lock = raw ? cell.before() : cell.after();
        double side = (raw ? cell.rawLeanSeconds() : cell.leanSeconds()) < 0 ? -1 : 1;
        boolean off = lock.medianSeconds() > 0.05 * WIDEST_SECONDS;
        if (cell.state() != LockMap.State.SILENT && w > 44) {
            g.setFill(off ? colours.text() : colours.quiet());
            g.setFont(Theme.font(11));
            g.setTextAlign(side < 0 ? TextAlignment.RIGHT : TextAlignment.LEFT);
            g.setTextBaseline(VPos.CENTER);
            g.fillText(
                    String.format(Locale.ROOT, "%.0f", lock.medianSeconds() * 1000),
                    side < 0 ? x + w - 5 : x + 5,
                    y + h / 2 - 1);
        }
    }

    /// A doubtful place is hatched; where singing again is better, or something else is sung,
    /// twice.
    private static void doubt(
            GraphicsContext g,
            Palette colours,
            Doubt doubt,
            double y,
            double h,
            double width,
            double song) {
        double x = doubt.span().startSeconds() / song * width;
        double w = Math.max(NARROWEST_DOUBT_PIXELS, doubt.span().seconds() / song * width);
        boolean whole =
                doubt.reason() == Doubt.Reason.SING_AGAIN
                        || doubt.reason() == Doubt.Reason.OTHER_WORDS;
        g.save();
        g.beginPath();
        g.rect(x, y, w, h);
        g.clip();
        g.setStroke(colours.text().deriveColor(0, 1, 1, 0.65));
        for (double at = x - h; at < x + w; at += 5) {
            g.strokeLine(at, y + h, at + h, y);
            if (whole) {
                g.strokeLine(at, y, at + h, y + h);
            }
        }
        g.restore();
    }

    /// What the close-up shows, as a frame over all rows.
    private void window(
            GraphicsContext g, Palette colours, double width, double height, double song) {
        Viewport view = model.viewport().get();
        double x = view.startSeconds() / song * width;
        double w = view.seconds() / song * width;
        g.setFill(colours.text().deriveColor(0, 1, 1, 0.05));
        g.fillRect(x, RULER_HEIGHT, w, height - RULER_HEIGHT);
        g.setFill(colours.quiet());
        g.fillRect(x, RULER_HEIGHT - 3, w, 3);
    }

    private void playhead(
            GraphicsContext g, Palette colours, double width, double height, double song) {
        double x = model.playback().player().positionSeconds() / song * width;
        g.setStroke(colours.accent());
        g.strokeLine(x, 0, x, height);
    }

    Optional<Hit> at(double x, double y, double width) {
        Derived derived = model.derived().get();
        double seconds = x / width * Math.max(1, derived.seconds());
        double top = RULER_HEIGHT;
        for (LockMapRow row : LockMapRow.of(model.session())) {
            if (y >= top && y < top + row.height()) {
                Optional<LockMap.Cell> cell =
                        row.voice()
                                .flatMap(v -> derived.voice(v.id()))
                                .flatMap(d ->
                                        d.lock().cells().stream()
                                                .filter(c ->
                                                        c.phrase()
                                                                .widenedBy(0.05)
                                                                .contains(seconds))
                                                .findFirst());
                Optional<TimeSpan> phrase =
                        derived.guidePhrases().stream()
                                .filter(p -> p.widenedBy(0.05).contains(seconds))
                                .findFirst();
                return Optional.of(new Hit(row, cell, phrase, seconds));
            }
            top += row.height();
        }
        return Optional.empty();
    }
}
