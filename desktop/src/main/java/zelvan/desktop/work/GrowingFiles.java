package zelvan.desktop.work;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import zelvan.files.FileStamp;

/// Files that somebody may still be writing. A file is whole when nothing about it has changed for
/// three seconds and what it says of its own length is there; one that is not is looked at again
/// whenever it has changed.
///
/// Used by one thread.
final class GrowingFiles {
    static final long STEADY_NANOS = 3_000_000_000L;

    private final Predicate<Path> isWhole;
    private final Map<Path, Look> files = new HashMap<>();

    /// @param sinceNanos when it was seen like this first
    /// @param refused whether it was not whole like this
    private record Look(FileStamp stamp, long sinceNanos, boolean refused) {}

    /// @param isWhole reads a file that nobody seems to write any more
    GrowingFiles(Predicate<Path> isWhole) {
        this.isWhole = isWhole;
    }

    /// One more, or one that is written again.
    void add(Path file, long nowNanos) {
        files.putIfAbsent(file, new Look(FileStamp.of(file), nowNanos, false));
    }

    /// The files that are whole by now; they are forgotten here, and so are those that are gone.
    List<Path> whole(long nowNanos) {
        List<Path> whole = new ArrayList<>();
        files.replaceAll((file, before) -> {
            FileStamp stamp = FileStamp.of(file);
            return stamp.equals(before.stamp) ? before : new Look(stamp, nowNanos, false);
        });
        files.values().removeIf(look -> look.stamp.isMissing());
        files.replaceAll((file, look) -> {
            boolean steady = nowNanos - look.sinceNanos >= STEADY_NANOS;
            if (!steady || look.refused) {
                return look;
            }
            if (isWhole.test(file)) {
                whole.add(file);
            }
            return new Look(look.stamp, look.sinceNanos, true);
        });
        whole.forEach(files::remove);
        return whole;
    }
}
