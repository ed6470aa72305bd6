package zelvan.desktop.lockmap;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.scene.input.MouseEvent;
import zelvan.desktop.acts.Choosing;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Desk;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;

/// Picks cells: a click one of them, a drag or a click with Shift all from one to another, Ctrl one
/// more. A phrase's number picks its column with a double click, with Ctrl one more. In the row of
/// a take a click chooses it for the phrase, a drag for some of its words.
final class CellGestures {
    private final Desk desk;
    private Optional<Cell> anchor = Optional.empty();
    private Optional<TakeDrag> takeDrag = Optional.empty();
    private boolean dragging;
    private boolean taken;

    /// @param row among the voices that follow, from top to bottom
    /// @param column among the guide's phrases
    record Cell(int row, int column) {}

    CellGestures(Desk desk) {
        this.desk = desk;
    }

    private List<String> rows() {
        return LockMapGeometry.rows(desk).stream()
                .flatMap(placed -> placed.row().voice().stream())
                .filter(v -> v.role().follows())
                .map(Voice::id)
                .toList();
    }

    private List<GuideSpan> columns() {
        return desk.derived().get().guidePhrases();
    }

    private Optional<Cell> cell(Optional<LockMapPainter.Hit> hit) {
        return hit.filter(h -> h.row().voice().map(v -> v.role().follows()).orElse(false))
                .flatMap(h -> h.phrase().map(p -> new Cell(row(h), columns().indexOf(p))))
                .filter(c -> c.row >= 0 && c.column >= 0);
    }

    private int row(LockMapPainter.Hit hit) {
        return rows().indexOf(hit.row().voice().orElseThrow().id());
    }

    /// @param width of the map, pixels
    void pressed(Optional<LockMapPainter.Hit> hit, MouseEvent event, double width) {
        dragging = false;
        takeDrag = TakeDrag.at(desk, hit, event.getX(), width);
        if (!event.isShiftDown()) {
            anchor = cell(hit);
        }
    }

    /// The words of a take that are being dragged out.
    Optional<TakeDrag> takeDrag() {
        return takeDrag;
    }

    /// Picks all from where the button went down, or words of a take.
    ///
    /// @param guideSeconds what of the guide is there
    void dragged(Optional<LockMapPainter.Hit> hit, double guideSeconds, boolean free) {
        if (takeDrag.isPresent()) {
            takeDrag.get().to(desk, guideSeconds, free);
            return;
        }
        Optional<Cell> there = cell(hit);
        if (anchor.isPresent() && there.isPresent()) {
            boolean further = !there.equals(anchor);
            if (further || dragging) {
                dragging = true;
                desk.select(area(anchor.get(), there.get()));
            }
        }
    }

    void released() {
        Optional<TakeDrag> held = takeDrag;
        takeDrag = Optional.empty();
        taken = held.flatMap(TakeDrag::shown).isPresent();
        if (taken) {
            held.get().done(desk);
        }
    }

    /// Whether the button that has just been let go dragged out words of a take.
    boolean hasTaken() {
        return taken;
    }

    /// Makes a voice of the take that was clicked, and shows the phrase.
    ///
    /// @return whether it was one
    boolean chose(Optional<LockMapPainter.Hit> hit) {
        Optional<LockMapRow.TakeOf> take = hit.flatMap(h -> h.row().take());
        Optional<GuideSpan> phrase = hit.flatMap(LockMapPainter.Hit::phrase);
        if (take.isEmpty() || phrase.isEmpty()) {
            return take.isPresent();
        }
        String voiceId = take.get().voice().id();
        int index = desk.derived().get().takes(take.get().voice()).phrases().indexOf(phrase.get());
        if (index >= 0 && take.get().take().figures().get(index).isPresent()) {
            desk.looking().visit(voiceId, phrase.get());
            desk.act(now -> new Choosing(now).choose(voiceId, index, take.get().take()));
        }
        return true;
    }

    /// @return whether it was a cell
    boolean clicked(Optional<LockMapPainter.Hit> hit, MouseEvent event) {
        Optional<Cell> there = cell(hit);
        if (there.isEmpty()) {
            return false;
        }
        String voice = rows().get(there.get().row);
        GuideSpan phrase = columns().get(there.get().column);
        if (event.isShiftDown() && anchor.isPresent()) {
            desk.select(area(anchor.get(), there.get()));
        } else if (event.isShortcutDown()) {
            desk.select(desk.selection().get().togglingCell(voice, phrase));
            desk.looking().show(phrase);
        } else {
            desk.looking().visit(voice, phrase);
        }
        return true;
    }

    /// @return whether a column was picked
    boolean clickedNumber(int column, MouseEvent event) {
        GuideSpan phrase = columns().get(column);
        Selection now = desk.selection().get();
        if (event.isShortcutDown()) {
            List<String> voices = now.voiceIds().isEmpty() ? rows() : now.voiceIds();
            desk.select(now.withVoices(voices).toggling(phrase));
        } else if (event.getClickCount() == 2) {
            desk.select(Selection.ofCells(rows(), List.of(phrase)));
            desk.looking().show(phrase);
        } else {
            return false;
        }
        return true;
    }

    private Selection area(Cell from, Cell to) {
        return Selection.ofCells(
                between(rows(), from.row, to.row), between(columns(), from.column, to.column));
    }

    private static <T> List<T> between(List<T> all, int one, int other) {
        return IntStream.rangeClosed(Math.min(one, other), Math.max(one, other))
                .filter(i -> i < all.size())
                .mapToObj(all::get)
                .toList();
    }
}
