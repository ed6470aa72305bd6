package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.acts.Scopes;
import zelvan.measure.LevelLock;
import zelvan.measure.LevelLockMap;
import zelvan.measure.Lock;
import zelvan.measure.LockMap;
import zelvan.measure.PitchLock;
import zelvan.measure.PitchLockMap;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;

/// The lock of a scope: of its voices together, in all phrases or in one.
///
/// @param before in time, as recorded
/// @param after in time, as it sounds now
/// @param pitchBefore in pitch, as recorded
/// @param pitchAfter in pitch, as it sounds now
/// @param levelBefore in level, as recorded
/// @param levelAfter in level, as it sounds now
record Figures(
        Lock before,
        Lock after,
        PitchLock pitchBefore,
        PitchLock pitchAfter,
        LevelLock levelBefore,
        LevelLock levelAfter) {
    static Figures of(Scopes scope, Derived derived) {
        List<Figures> all = new ArrayList<>();
        for (Voice voice : scope.voices(derived.session())) {
            derived.voice(voice.id()).ifPresent(made -> all.addAll(of(made, scope.phrases())));
        }
        return new Figures(
                Lock.pooled(all.stream().map(Figures::before).toList()),
                Lock.pooled(all.stream().map(Figures::after).toList()),
                PitchLock.pooled(all.stream().map(Figures::pitchBefore).toList()),
                PitchLock.pooled(all.stream().map(Figures::pitchAfter).toList()),
                LevelLock.pooled(all.stream().map(Figures::levelBefore).toList()),
                LevelLock.pooled(all.stream().map(Figures::levelAfter).toList()));
    }

    private static List<Figures> of(DerivedVoice made, List<GuideSpan> phrases) {
        return phrases.isEmpty()
                ? List.of(whole(made))
                : phrases.stream().flatMap(p -> inPhrase(made, p).stream()).toList();
    }

    private static Figures whole(DerivedVoice made) {
        PitchLockMap pitch = made.pitched().lock();
        LevelLockMap level = made.levelled().lock();
        return new Figures(
                made.lock().before(),
                made.lock().after(),
                pitch.before(),
                pitch.after(),
                level.before(),
                level.after());
    }

    private static Optional<Figures> inPhrase(DerivedVoice made, GuideSpan phrase) {
        List<LockMap.Cell> cells = made.lock().cells();
        List<PitchLockMap.Cell> pitches = made.pitched().lock().cells();
        List<LevelLockMap.Cell> levels = made.levelled().lock().cells();
        int count = Math.min(cells.size(), Math.min(pitches.size(), levels.size()));
        for (int i = 0; i < count; i++) {
            if (cells.get(i).phrase().equals(phrase)) {
                return Optional.of(
                        new Figures(
                                cells.get(i).before(),
                                cells.get(i).after(),
                                pitches.get(i).before(),
                                pitches.get(i).after(),
                                levels.get(i).before(),
                                levels.get(i).after()));
            }
        }
        return Optional.empty();
    }
}
