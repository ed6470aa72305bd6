package zelvan.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import zelvan.dsp.Percentile;
import zelvan.level.LevelResult;
import zelvan.level.LevelResult.Compared;
import zelvan.units.GuideSpan;

/// How loud one voice is beside its guide, phrase by phrase of the guide.
///
/// @param cells one for each of the guide's phrases, in order
/// @param before over all of them, as recorded
/// @param after over all of them, as it sounds now
public record LevelLockMap(List<Cell> cells, LevelLock before, LevelLock after) {
    public static final LevelLockMap EMPTY =
            new LevelLockMap(List.of(), LevelLock.NOTHING, LevelLock.NOTHING);

    public LevelLockMap {
        cells = List.copyOf(cells);
    }

    /// One voice in one phrase.
    ///
    /// @param before as recorded
    /// @param after as it sounds now
    /// @param rawLeanDecibels how much louder the phrase is than its guide as a whole, against what
    ///   it is as a rule in that voice; as recorded
    /// @param leanDecibels the same as it sounds now
    public record Cell(
            LevelLock before, LevelLock after, double rawLeanDecibels, double leanDecibels) {}

    /// @param phrases of the guide, as recorded
    public static LevelLockMap of(LevelResult level, List<GuideSpan> phrases) {
        double rawUsual = usual(level.phrases(), Compared::offDecibels);
        double usual = usual(level.phrases(), Compared::leftDecibels);
        List<Cell> cells = new ArrayList<>();
        for (GuideSpan phrase : phrases) {
            List<Compared> notes =
                    level.notes().stream()
                            .filter(n -> phrase.contains(n.guideSpan().middleSeconds()))
                            .toList();
            Optional<Compared> whole =
                    level.phrases().stream().filter(p -> p.guideSpan().equals(phrase)).findFirst();
            cells.add(
                    new Cell(
                            lock(notes, Compared::offDecibels),
                            lock(notes, Compared::leftDecibels),
                            whole.map(w -> w.offDecibels() - rawUsual).orElse(0.0),
                            whole.map(w -> w.leftDecibels() - usual).orElse(0.0)));
        }
        return new LevelLockMap(
                cells,
                lock(level.notes(), Compared::offDecibels),
                lock(level.notes(), Compared::leftDecibels));
    }

    private static LevelLock lock(List<Compared> notes, ToDoubleFunction<Compared> off) {
        return LevelLock.of(notes.stream().mapToDouble(off).toArray());
    }

    private static double usual(List<Compared> phrases, ToDoubleFunction<Compared> off) {
        return phrases.isEmpty()
                ? 0
                : Percentile.median(phrases.stream().mapToDouble(off).toArray());
    }
}
