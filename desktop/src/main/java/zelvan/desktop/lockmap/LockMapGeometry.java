package zelvan.desktop.lockmap;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import zelvan.derived.Clocks;
import zelvan.derived.Derived;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Overview;
import zelvan.units.GuideSpan;
import zelvan.units.SongSpan;

/// Where things stand in the lock map, for whoever paints and whoever points: its axis is the song
/// as it sounds, so that a corrected guide's phrases stand where they are heard. Where columns are
/// equally wide, each phrase has one, with the rest that follows it.
///
/// @param phrases of the guide as recorded, in order
/// @param starts where each of them sounds, seconds; needed only for equally wide columns
/// @param clocks between the guide's and the song's
/// @param songSeconds the whole song
/// @param shown what of it is shown
/// @param width pixels
record LockMapGeometry(
        List<GuideSpan> phrases,
        List<Double> starts,
        Clocks clocks,
        double songSeconds,
        Overview shown,
        double width) {
    /// What can be clicked is no narrower.
    static final double NARROWEST_CELL_PIXELS = 8;

    private static final List<Integer> STEPS = List.of(1, 2, 5, 10, 20, 50, 100);

    private static final double GAP_PIXELS = 1;

    static LockMapGeometry of(Desk desk, double width) {
        return of(desk.derived().get(), desk.sight().overview().get(), width);
    }

    static LockMapGeometry of(Derived derived, Overview shown, double width) {
        return new LockMapGeometry(
                derived.guidePhrases(),
                shown.columns() == Overview.Columns.EQUAL ? starts(derived) : List.of(),
                derived.guideClocks(),
                Math.max(1, derived.seconds()),
                shown,
                Math.max(1, width));
    }

    private static List<Double> starts(Derived derived) {
        Clocks clocks = derived.guideClocks();
        return derived.guidePhrases().stream().map(p -> clocks.song(p).startSeconds()).toList();
    }

    /// The same, all of the song.
    LockMapGeometry whole() {
        return new LockMapGeometry(phrases, starts, clocks, songSeconds, shown.whole(), width);
    }

    /// From where to where something stands.
    record Extent(double x, double width) {
        double middle() {
            return x + width / 2;
        }

        double end() {
            return x + width;
        }
    }

    /// A row and where it stands.
    record Placed(LockMapRow row, double y) {}

    private boolean isEqual() {
        return shown.columns() == Overview.Columns.EQUAL && !starts.isEmpty();
    }

    /// A moment's place in the whole song as it is laid, 0 to 1 within it.
    private double share(double songMoment) {
        if (!isEqual()) {
            return songMoment / songSeconds;
        }
        int found = Collections.binarySearch(starts, songMoment);
        int column = found >= 0 ? found : -found - 2;
        if (column < 0) {
            return 0;
        }
        double inside = (songMoment - starts.get(column)) / (end(column) - starts.get(column));
        return (column + Math.clamp(inside, 0, 1)) / starts.size();
    }

    private double moment(double share) {
        if (!isEqual()) {
            return Math.max(0, share * songSeconds);
        }
        double columns = Math.clamp(share, 0, 1) * starts.size();
        int column = (int) Math.min(columns, starts.size() - 1.0);
        double start = starts.get(column);
        return start + (columns - column) * (end(column) - start);
    }

    /// Where the next column begins, seconds.
    private double end(int column) {
        double next = column + 1 < starts.size() ? starts.get(column + 1) : songSeconds;
        return Math.max(next, starts.get(column) + 1e-3);
    }

    private double xOf(double share) {
        return (share - shown.from()) / (shown.to() - shown.from()) * width;
    }

    /// The place in the whole song as it is laid that stands there.
    double shareAt(double x) {
        return shown.from() + x / width * (shown.to() - shown.from());
    }

    double x(double songMoment) {
        return xOf(share(songMoment));
    }

    double secondsAt(double x) {
        return moment(shareAt(x));
    }

    /// A stretch of the guide as recorded, where it sounds.
    Extent guideExtent(GuideSpan guideSpan, double narrowestPixels) {
        SongSpan sounds = clocks.song(guideSpan);
        double from = x(sounds.startSeconds());
        return new Extent(from, Math.max(narrowestPixels, x(sounds.endSeconds()) - from));
    }

    /// Of a phrase, and of the cells under it.
    Extent phraseExtent(int index) {
        if (!isEqual()) {
            return guideExtent(phrases.get(index), NARROWEST_CELL_PIXELS);
        }
        double from = xOf((double) index / starts.size());
        double to = xOf((index + 1.0) / starts.size());
        return new Extent(from, Math.max(GAP_PIXELS, to - from - GAP_PIXELS));
    }

    boolean isInSight(Extent extent) {
        return extent.end() >= 0 && extent.x() <= width;
    }

    /// The phrase whose column is there; of two, the one whose middle is nearer.
    OptionalInt phraseAt(double x) {
        int nearest = -1;
        double distance = Double.POSITIVE_INFINITY;
        for (int i = 0; i < phrases.size(); i++) {
            Extent extent = phraseExtent(i);
            double away = Math.abs(x - extent.middle());
            if (x >= extent.x() && x <= extent.end() + GAP_PIXELS && away < distance) {
                nearest = i;
                distance = away;
            }
        }
        return nearest < 0 ? OptionalInt.empty() : OptionalInt.of(nearest);
    }

    static List<Placed> rows(Desk desk) {
        List<Placed> placed = new ArrayList<>();
        double y = LockMapPainter.RULER_HEIGHT;
        for (LockMapRow row : LockMapRow.of(desk)) {
            placed.add(new Placed(row, y));
            y += row.height();
        }
        return placed;
    }

    static Optional<LockMapRow> rowAt(Desk desk, double y) {
        return rows(desk).stream()
                .filter(p -> y >= p.y && y < p.y + p.row.height())
                .map(Placed::row)
                .findFirst();
    }

    /// Every which phrase has that much room up to the next such one: each, or each second, fifth,
    /// tenth and so on.
    int every(double pixels) {
        int last = phrases().size() - 1;
        if (last < 1) {
            return 1;
        }
        double apart = (phraseExtent(last).x() - phraseExtent(0).x()) / last;
        return STEPS.stream()
                .filter(step -> step * apart >= pixels)
                .findFirst()
                .orElse(STEPS.getLast());
    }
}
