package zelvan.desktop.lockmap;

import zelvan.measure.LevelLock;
import zelvan.measure.LevelLockMap;
import zelvan.measure.Lock;
import zelvan.measure.LockMap;
import zelvan.measure.PitchLock;
import zelvan.measure.PitchLockMap;
import zelvan.play.Version;

/// What of a cell is shown: how it was recorded, or how it is locked.
record CellVersion(Version version) {
    private boolean raw() {
        return version == Version.RAW;
    }

    Lock lock(LockMap.Cell cell) {
        return raw() ? cell.before() : cell.after();
    }

    /// Negative is early.
    double leanSeconds(LockMap.Cell cell) {
        return raw() ? cell.rawLeanSeconds() : cell.leanSeconds();
    }

    LevelLock lock(LevelLockMap.Cell cell) {
        return raw() ? cell.before() : cell.after();
    }

    /// Negative is softer.
    double leanDecibels(LevelLockMap.Cell cell) {
        return raw() ? cell.rawLeanDecibels() : cell.leanDecibels();
    }

    PitchLock lock(PitchLockMap.Cell cell) {
        return raw() ? cell.before() : cell.after();
    }

    /// Negative is flat.
    double leanCents(PitchLockMap.Cell cell) {
        return raw() ? cell.rawLeanCents() : cell.leanCents();
    }
}
