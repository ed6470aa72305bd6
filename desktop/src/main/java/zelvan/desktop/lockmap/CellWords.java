package zelvan.desktop.lockmap;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import zelvan.desktop.acts.Choosing;
import zelvan.desktop.acts.Words;
import zelvan.desktop.desk.Desk;
import zelvan.measure.LockMap;
import zelvan.session.Voice;

/// What is said of a cell of the lock map when somebody points at it.
final class CellWords {
    private final Desk desk;

    CellWords(Desk desk) {
        this.desk = desk;
    }

    /// Empty where there is nothing to say.
    Optional<String> of(LockMapPainter.Hit hit) {
        return hit.cell()
                .map(cell -> of(hit, cell) + doubts(hit, cell))
                .or(() -> hit.row().take().map(t -> of(hit, t)));
    }

    /// What a take is like there.
    private String of(LockMapPainter.Hit hit, LockMapRow.TakeOf row) {
        int phrase =
                hit.phrase()
                        .map(desk.derived().get().takes(row.voice()).phrases()::indexOf)
                        .orElse(-1);
        return phrase < 0
                ? row.voice().name()
                : row.take()
                        .figures()
                        .get(phrase)
                        .map(f ->
                                String.format(
                                        Locale.ROOT,
                                        "%s, take %d: %s\nas sung %+.0f ms off; figure %.1f, the"
                                                + " less the better\nClick to make the voice of it,"
                                                + " drag to take some of its words",
                                        row.voice().name(),
                                        row.index() + 1,
                                        f.words(),
                                        1000 * f.offsetSeconds(),
                                        f.score(new Choosing(desk.now()).weights(row.voice()))))
                        .orElse("not sung in this take");
    }

    /// Why the program doubts what it did in a cell.
    private String doubts(LockMapPainter.Hit hit, LockMap.Cell cell) {
        return hit.row().voice().stream()
                .flatMap(voice -> desk.derived().get().doubts(voice).stream())
                .filter(d -> d.span().overlaps(cell.phrase()))
                .filter(d -> !d.span().equals(cell.phrase()))
                .map(d ->
                        String.format(
                                Locale.ROOT,
                                "\nat %.1f s %s",
                                d.span().middleSeconds(),
                                d.reason().words()))
                .collect(Collectors.joining());
    }

    /// How loud the phrase is beside the others of the voice.
    private String level(LockMapPainter.Hit hit) {
        int phrase = hit.phrase().map(desk.derived().get().guidePhrases()::indexOf).orElse(-1);
        return hit.row()
                .voice()
                .flatMap(v -> desk.derived().get().voice(v.id()))
                .map(made -> made.levelled().lock().cells())
                .filter(cells -> phrase >= 0 && phrase < cells.size())
                .map(cells -> cells.get(phrase))
                .filter(cell -> cell.before().count() > 0)
                .map(cell ->
                        String.format(
                                Locale.ROOT,
                                "\nlevel: %s off the guide's, now %s; %+.1f dB beside its other"
                                        + " phrases",
                                cell.before().medianText(),
                                cell.after().medianText(),
                                cell.leanDecibels()))
                .orElse("");
    }

    private String of(LockMapPainter.Hit hit, LockMap.Cell cell) {
        String name =
                hit.row().voice().map(Voice::name).orElse("")
                        + hit.phrase()
                                .map(desk.derived().get().guidePhrases()::indexOf)
                                .flatMap(new Words(desk.now())::of)
                                .map(words -> ": " + words)
                                .orElse("");
        String state =
                switch (cell.state()) {
                    case MATCHED -> "";
                    case SILENT -> "\nsilent here";
                    case DOUBTFUL -> "\ndoubtful: look at this match";
                    case OTHER_WORDS -> "\nsomething else is sung here";
                    case SING_AGAIN -> "\nso far off that singing it again is quicker";
                    case PROTECTED -> "\nprotected";
                };
        if (cell.state() == LockMap.State.SILENT) {
            return name + state;
        }
        return String.format(
                Locale.ROOT,
                "%s\nrecorded: median %s, 90 %% within %s\nlocked: median %s, 90 %% within %s%s%s",
                name,
                cell.before().medianText(),
                cell.before().p90Text(),
                cell.after().medianText(),
                cell.after().p90Text(),
                level(hit),
                state);
    }
}
