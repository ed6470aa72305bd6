package zelvan.desktop.lockmap;

import java.util.List;
import java.util.Optional;
import zelvan.desktop.acts.Narrowing;
import zelvan.desktop.desk.Desk;
import zelvan.takes.TakeMap;
import zelvan.units.GuideSpan;

/// Words of a phrase being dragged out in the row of a take, or an edge of what is made of it.
final class TakeDrag {
    private static final double EDGE_PIXELS = 5;

    private final LockMapRow.TakeOf row;
    private final int phrase;
    private final GuideSpan phraseSpan;
    private final double fromSeconds;
    private final Optional<Edge> edge;
    private Optional<GuideSpan> shown = Optional.empty();
    private double toSeconds;

    /// @param part what is made of the take
    /// @param isStart whether it is the beginning of it
    private record Edge(GuideSpan part, boolean isStart) {}

    private TakeDrag(
            LockMapRow.TakeOf row,
            int phrase,
            GuideSpan phraseSpan,
            double fromSeconds,
            Optional<Edge> edge) {
        this.row = row;
        this.phrase = phrase;
        this.phraseSpan = phraseSpan;
        this.fromSeconds = fromSeconds;
        this.edge = edge;
    }

    /// Empty where no take is, or where it does not sing.
    static Optional<TakeDrag> at(
            Desk desk, Optional<LockMapPainter.Hit> hit, double x, double width) {
        Optional<LockMapRow.TakeOf> row = hit.flatMap(h -> h.row().take());
        Optional<GuideSpan> span = hit.flatMap(LockMapPainter.Hit::phrase);
        if (row.isEmpty() || span.isEmpty()) {
            return Optional.empty();
        }
        TakeMap map = desk.derived().get().takes(row.get().voice());
        int phrase = map.phrases().indexOf(span.get());
        if (phrase < 0 || row.get().take().figures().get(phrase).isEmpty()) {
            return Optional.empty();
        }
        LockMapGeometry geometry = LockMapGeometry.of(desk, width);
        double guide = geometry.clocks().guideSeconds(geometry.secondsAt(x));
        List<GuideSpan> parts = map.parts(row.get().voice().layer(), row.get().take(), phrase);
        Optional<Edge> edge = Optional.empty();
        for (GuideSpan part : parts) {
            LockMapGeometry.Extent extent = geometry.guideExtent(part, 0);
            if (Math.abs(extent.x() - x) <= EDGE_PIXELS) {
                edge = Optional.of(new Edge(part, true));
            } else if (Math.abs(extent.end() - x) <= EDGE_PIXELS) {
                edge = Optional.of(new Edge(part, false));
            }
        }
        return Optional.of(new TakeDrag(row.get(), phrase, span.get(), guide, edge));
    }

    /// Whether an edge is held.
    boolean isOfEdge() {
        return edge.isPresent();
    }

    boolean isOf(LockMapRow.TakeOf other) {
        return other.take().isSame(row.take()) && other.voice().id().equals(row.voice().id());
    }

    /// What would be made of the take.
    Optional<GuideSpan> shown() {
        return shown;
    }

    /// @param free not at the beginning of a syllable, but just there
    void to(Desk desk, double guideSeconds, boolean free) {
        Narrowing narrowing = narrowing(desk);
        toSeconds = free ? guideSeconds : narrowing.snapped(guideSeconds);
        double other =
                edge.map(e -> e.isStart ? e.part.endSeconds() : e.part.startSeconds())
                        .orElse(free ? fromSeconds : narrowing.snapped(fromSeconds));
        double from = Math.max(phraseSpan.startSeconds(), Math.min(other, toSeconds));
        double to = Math.min(phraseSpan.endSeconds(), Math.max(other, toSeconds));
        shown = to > from ? Optional.of(new GuideSpan(from, to)) : Optional.empty();
    }

    private Narrowing narrowing(Desk desk) {
        return new Narrowing(desk.now(), row.voice().id(), phrase);
    }

    /// Makes the voice of what is shown.
    void done(Desk desk) {
        if (edge.isPresent()) {
            Edge held = edge.get();
            desk.act(now -> narrowing(desk).move(row.take(), held.part, held.isStart, toSeconds));
        } else {
            shown.ifPresent(words -> desk.act(now -> narrowing(desk).take(row.take(), words)));
        }
        desk.looking().visit(row.voice().id(), phraseSpan);
    }
}
