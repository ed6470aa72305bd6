package zelvan.desktop.lockmap;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import zelvan.derived.Clocks;
import zelvan.derived.Derived;
import zelvan.session.Session;
import zelvan.units.GuideSpan;
import zelvan.units.SongSpan;

/// Where things stand in the lock map, for whoever paints and whoever points: its axis is the song
/// as it sounds, so that a corrected guide's phrases stand where they are heard.
///
/// @param phrases of the guide as recorded, in order
/// @param clocks between the guide's and the song's
/// @param songSeconds from the left edge to the right
/// @param width pixels
record LockMapGeometry(List<GuideSpan> phrases, Clocks clocks, double songSeconds, double width) {
    private static final double NARROWEST_CELL_PIXELS = 4;

    /// A click this near is meant for a phrase.
    private static final double NEAR_SECONDS = 0.05;

    static LockMapGeometry of(Derived derived, double width) {
        return new LockMapGeometry(
                derived.guidePhrases(),
                derived.guideClocks(),
                Math.max(1, derived.seconds()),
                Math.max(1, width));
    }

    /// From where to where something stands.
    record Extent(double x, double width) {
        double middle() {
            return x + width / 2;
        }
    }

    /// A row and where it stands.
    record Placed(LockMapRow row, double y) {}

    double x(double songMoment) {
        return songMoment / songSeconds * width;
    }

    double secondsAt(double x) {
        return Math.max(0, x / width * songSeconds);
    }

    /// A stretch of the guide as recorded, where it sounds.
    Extent guideExtent(GuideSpan guideSpan, double narrowestPixels) {
        SongSpan sounds = clocks.song(guideSpan);
        double from = x(sounds.startSeconds());
        return new Extent(from, Math.max(narrowestPixels, x(sounds.endSeconds()) - from));
    }

    /// Of a phrase, and of the cells under it.
    Extent phraseExtent(int index) {
        return guideExtent(phrases.get(index), NARROWEST_CELL_PIXELS);
    }

    /// The phrase that sounds at a place.
    OptionalInt phraseAt(double x) {
        double seconds = clocks.guideSeconds(secondsAt(x));
        for (int i = 0; i < phrases.size(); i++) {
            if (phrases.get(i).widenedBy(NEAR_SECONDS).contains(seconds)) {
                return OptionalInt.of(i);
            }
        }
        return OptionalInt.empty();
    }

    static List<Placed> rows(Session session) {
        List<Placed> placed = new ArrayList<>();
        double y = LockMapPainter.RULER_HEIGHT;
        for (LockMapRow row : LockMapRow.of(session)) {
            placed.add(new Placed(row, y));
            y += row.height();
        }
        return placed;
    }

    static Optional<LockMapRow> rowAt(Session session, double y) {
        return rows(session).stream()
                .filter(p -> y >= p.y && y < p.y + p.row.height())
                .map(Placed::row)
                .findFirst();
    }
}
