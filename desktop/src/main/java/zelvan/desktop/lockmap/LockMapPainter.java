package zelvan.desktop.lockmap;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import zelvan.analysis.Outline;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.acts.Choosing;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.acts.Words;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.measure.Doubt;
import zelvan.measure.LevelLockMap;
import zelvan.measure.Lock;
import zelvan.measure.LockMap;
import zelvan.measure.PitchLockMap;
import zelvan.session.Role;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;

/// Paints the grid of voices by phrases.
///
/// Each cell has a middle line: where the guide is. A bar from it to the left says how early the
/// voice is, to the right how late, up to 80 ms at the edge; so a locked cell is empty and only
/// what is off has weight. Under it a thin bar says the same of pitch: to the left flat, to the
/// right sharp, up to 50 cents at the edge; a thinner one, where there is room, of level: to the
/// left softer than that voice is as a rule beside its guide, to the right louder, up to 6 dB.
/// Where a cell is too narrow for that it is a patch: the more is off, the stronger; timing above,
/// pitch below. What is special about a cell shows by its texture, not by colour alone.
final class LockMapPainter {
    static final double RULER_HEIGHT = 34;

    /// Narrower cells are patches.
    static final double PATCH_PIXELS = 26;

    static final double WIDEST_SECONDS = 0.08;

    /// Lower cells have no room for a third bar.
    private static final double LOWEST_WITH_LEVEL = 22;

    private static final double PATCH_TIMING_SHARE = 0.62;
    private static final double GAP = 2;

    private static final double OUTLINE_PIXELS = 2;
    private static final double NARROWEST_DOUBT_PIXELS = 9;

    private final Hatching hatching = new Hatching();
    private final TakePainter takes = new TakePainter(hatching);
    private final Desk desk;
    private final Theme theme;

    LockMapPainter(Desk desk, Theme theme) {
        this.desk = desk;
        this.theme = theme;
    }

    /// What lies at a point of the grid.
    record Hit(
            LockMapRow row,
            Optional<LockMap.Cell> cell,
            Optional<GuideSpan> phrase,
            double seconds) {}

    /// @param top upper edge of what is in sight, pixels; rows that are not are not painted
    /// @param bottom lower edge of it
    /// @param drag the words of a take that are dragged out
    void paint(
            GraphicsContext g, double width, double top, double bottom, Optional<TakeDrag> drag) {
        Palette colours = theme.palette().get();
        Derived derived = desk.derived().get();
        LockMapGeometry geometry = LockMapGeometry.of(desk, width);
        SongStrip.paint(g, colours, derived, version(), geometry);
        PhraseRuler.paint(g, colours, geometry, new Words(desk.now()));
        for (LockMapGeometry.Placed placed : LockMapGeometry.rows(desk)) {
            LockMapRow row = placed.row();
            if (placed.y() > bottom || placed.y() + row.height() < top) {
                continue;
            }
            if (row.voice().isPresent()) {
                voice(g, colours, row, derived, placed.y(), geometry);
            } else if (row.take().isPresent()) {
                LockMapRow.TakeOf take = row.take().get();
                takes.paint(
                        g,
                        colours,
                        row,
                        derived.takes(take.voice()),
                        drag.filter(d -> d.isOf(take)).flatMap(TakeDrag::shown),
                        new Choosing(desk.now()).weights(take.voice()),
                        placed.y(),
                        geometry);
            } else {
                double y = placed.y() + row.height() - 0.5;
                g.setStroke(colours.line());
                g.strokeLine(0, y, width, y);
            }
        }
    }

    private CellVersion version() {
        return new CellVersion(desk.hearing().version().get());
    }

    private void voice(
            GraphicsContext g,
            Palette colours,
            LockMapRow row,
            Derived derived,
            double y,
            LockMapGeometry geometry) {
        Voice voice = row.voice().orElseThrow();
        double h = row.height() - GAP;
        Optional<DerivedVoice> opened =
                derived.voice(voice.id()).filter(DerivedVoice::isOnlyOpened);
        if (opened.isPresent()) {
            outline(g, colours, opened.get(), y + h / 2, h / 2 - 3, geometry);
        } else if (voice.role() == Role.GUIDE) {
            g.setFill(colours.guide().deriveColor(0, 1, 1, 0.75));
            for (int i = 0; i < geometry.phrases().size(); i++) {
                LockMapGeometry.Extent phrase = geometry.phraseExtent(i);
                g.fillRect(phrase.x(), y + h / 2 - 2, phrase.width(), 4);
            }
        } else if (voice.role() == Role.BED) {
            g.setFill(colours.line());
            g.fillRect(0, y + h / 2 - 1, geometry.width(), 2);
        } else {
            derived.voice(voice.id())
                    .ifPresent(made -> cells(g, colours, row, made, y + GAP / 2, h, geometry));
        }
    }

    /// What is there of a voice before it is heard.
    private static void outline(
            GraphicsContext g,
            Palette colours,
            DerivedVoice made,
            double middle,
            double half,
            LockMapGeometry geometry) {
        Outline outline = made.outline().orElseThrow();
        double end = Math.min(geometry.width(), geometry.x(outline.seconds()));
        g.setFill(colours.quiet().deriveColor(0, 1, 1, 0.55));
        for (double x = 0; x < end; x += OUTLINE_PIXELS) {
            double start = geometry.secondsAt(x);
            double stop = geometry.secondsAt(x + OUTLINE_PIXELS);
            double tall =
                    half
                            * outline.loudness(
                                    (int) (start / VoiceAnalysis.HOP_SECONDS),
                                    (int) (stop / VoiceAnalysis.HOP_SECONDS) + 1);
            g.fillRect(x, middle - tall, OUTLINE_PIXELS, 2 * tall);
        }
    }

    private void cells(
            GraphicsContext g,
            Palette colours,
            LockMapRow row,
            DerivedVoice made,
            double y,
            double h,
            LockMapGeometry geometry) {
        Voice voice = row.voice().orElseThrow();
        List<LockMap.Cell> cells = made.lock().cells();
        List<PitchLockMap.Cell> pitch = made.pitched().lock().cells();
        List<LevelLockMap.Cell> level = made.levelled().lock().cells();
        ThinBars bars = new ThinBars(colours, version());
        // While something new is worked out there may be more phrases than cells, or fewer.
        int count = Math.min(cells.size(), geometry.phrases().size());
        for (int i = 0; i < count; i++) {
            LockMapGeometry.Extent extent = geometry.phraseExtent(i);
            if (!geometry.isInSight(extent)) {
                continue;
            }
            cell(g, colours, row, cells.get(i), extent.x(), y, extent.width(), h);
            if (cells.get(i).state() == LockMap.State.SILENT) {
                continue;
            }
            if (i < pitch.size()) {
                bars.pitch(g, pitch.get(i), extent, y + h - ThinBars.PITCH_PIXELS - 3);
            }
            if (i < level.size() && h >= LOWEST_WITH_LEVEL) {
                double low = ThinBars.PITCH_PIXELS + ThinBars.LEVEL_PIXELS + 5;
                bars.level(g, level.get(i), extent, y + h - low);
            }
        }
        for (Doubt doubt : desk.derived().get().doubts(voice)) {
            LockMapGeometry.Extent extent =
                    geometry.guideExtent(doubt.span(), NARROWEST_DOUBT_PIXELS);
            if (!geometry.isInSight(extent)) {
                continue;
            }
            hatch(g, colours, doubt, extent.x(), y, extent.width(), h);
        }
        for (int i = 0; i < count; i++) {
            LockMapGeometry.Extent extent = geometry.phraseExtent(i);
            if (!geometry.isInSight(extent)) {
                continue;
            }
            figure(g, colours, cells.get(i), extent.x(), y, extent.width(), h);
            if (isSelected(voice, cells.get(i))) {
                g.setStroke(colours.accent());
                g.setLineWidth(1.5);
                g.strokeRect(extent.x() + 0.5, y + 0.5, extent.width() - 1, h - 1);
                g.setLineWidth(1);
            }
        }
    }

    private boolean isSelected(Voice voice, LockMap.Cell cell) {
        Selection selection = desk.selection().get();
        return selection.hasCell(voice.id(), cell.phrase());
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
        Lock lock = version().lock(cell);
        double lean = version().leanSeconds(cell);
        if (cell.state() == LockMap.State.SILENT) {
            g.setFill(colours.line());
            for (double at = x; at < x + w; at += 7) {
                g.fillRect(at, Math.floor(y + h / 2), Math.min(2, x + w - at), 1);
            }
            return;
        }
        g.setFill(colours.raised());
        g.fillRect(x, y, w, h);
        g.setFill(colours.hue(row.stackIndex()));
        g.fillRect(x, y + h - 2, w, 2);
        if (w < PATCH_PIXELS) {
            g.setFill(SongStrip.patch(colours, lock.medianSeconds() / WIDEST_SECONDS, lean));
            g.fillRect(x, y, w, PATCH_TIMING_SHARE * h);
            barred(g, colours, cell, x, y, w);
            return;
        }
        double middle = x + w / 2;
        double half = w / 2 - 2;
        double share = Math.min(1, lock.medianSeconds() / WIDEST_SECONDS);
        double reach = Math.min(1, lock.p90Seconds() / WIDEST_SECONDS);
        Color colour = lean < 0 ? colours.early() : colours.late();
        double side = lean < 0 ? -1 : 1;
        g.setFill(colour.deriveColor(0, 1, 1, 0.35 + 0.65 * share));
        double bar = half * share;
        double below = h >= LOWEST_WITH_LEVEL ? ThinBars.LEVEL_PIXELS + 2 : 0;
        double tall = h - 10 - ThinBars.PITCH_PIXELS - 3 - below;
        g.fillRect(side < 0 ? middle - bar : middle, y + 4, bar, tall);
        g.setFill(colour.deriveColor(0, 1, 1, 0.7));
        double far = half * reach;
        g.fillRect(side < 0 ? middle - far : middle, Math.floor(y + 4 + tall / 2), far, 1);
        g.setFill(colours.quiet());
        g.fillRect(Math.floor(middle), y + 3, 1, h - 8);
        barred(g, colours, cell, x, y, w);
    }

    private static void barred(
            GraphicsContext g, Palette colours, LockMap.Cell cell, double x, double y, double w) {
        if (cell.state() == LockMap.State.PROTECTED) {
            g.setFill(colours.text());
            for (double at = x + 3; at < x + w - 2; at += 6) {
                g.fillRect(Math.floor(at), y + 1, 1, 3);
            }
        }
    }

    private void figure(
            GraphicsContext g,
            Palette colours,
            LockMap.Cell cell,
            double x,
            double y,
            double w,
            double h) {
        Lock lock = version().lock(cell);
        double side = version().leanSeconds(cell) < 0 ? -1 : 1;
        boolean off = lock.medianSeconds() > 0.05 * WIDEST_SECONDS;
        if (cell.state() != LockMap.State.SILENT && w > 44) {
            String text = String.format(Locale.ROOT, "%.0f", lock.medianSeconds() * 1000);
            double wide = 7 * text.length() + 4;
            // Whatever is hatched or barred below it, a figure can be read.
            g.setFill(colours.raised());
            g.fillRect(side < 0 ? x + w - 3 - wide : x + 3, y + 4, wide, h - 14);
            g.setFill(off ? colours.text() : colours.quiet());
            g.setFont(Theme.font(11));
            g.setTextAlign(side < 0 ? TextAlignment.RIGHT : TextAlignment.LEFT);
            g.setTextBaseline(VPos.CENTER);
            g.fillText(text, side < 0 ? x + w - 5 : x + 5, y + h / 2 - 1);
        }
    }

    /// A doubtful place is hatched; where singing again is better, or something else is sung,
    /// twice. It is filled with a pattern: a clip of its own for each place would cost the toolkit
    /// a blend over the whole picture, and slanted lines are drawn one by one.
    private void hatch(
            GraphicsContext g,
            Palette colours,
            Doubt doubt,
            double x,
            double y,
            double w,
            double h) {
        boolean whole =
                doubt.reason() == Doubt.Reason.SING_AGAIN
                        || doubt.reason() == Doubt.Reason.OTHER_WORDS;
        g.setFill(hatching.of(colours.text(), whole));
        g.fillRect(Math.floor(x), Math.floor(y), Math.ceil(w), Math.ceil(h));
    }

    Optional<Hit> at(double x, double y, double width) {
        Derived derived = desk.derived().get();
        LockMapGeometry geometry = LockMapGeometry.of(desk, width);
        OptionalInt phrase = geometry.phraseAt(x);
        return LockMapGeometry.rowAt(desk, y)
                .map(row ->
                        new Hit(
                                row,
                                phrase.stream()
                                        .boxed()
                                        .flatMap(i -> cell(derived, row, i).stream())
                                        .findFirst(),
                                phrase.stream().mapToObj(geometry.phrases()::get).findFirst(),
                                geometry.secondsAt(x)));
    }

    private static Optional<LockMap.Cell> cell(Derived derived, LockMapRow row, int phrase) {
        return row.voice()
                .flatMap(v -> derived.voice(v.id()))
                .map(made -> made.lock().cells())
                .filter(cells -> phrase < cells.size())
                .map(cells -> cells.get(phrase));
    }
}
