package zelvan.session;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zelvan.body.BodySettings;
import zelvan.level.LevelSettings;
import zelvan.measure.TakeWeights;
import zelvan.setting.Setting;
import zelvan.timing.TimingSettings;
import zelvan.tuning.TuningSettings;

/// All settings that a session may have.
public final class KnownSettings {
    private static final List<Setting<?>> ALL =
            Stream.of(
                            TimingSettings.SETTINGS,
                            TuningSettings.SETTINGS,
                            LevelSettings.SETTINGS,
                            BodySettings.SETTINGS,
                            Strip.SETTINGS,
                            TakeWeights.SETTINGS)
                    .<Setting<?>>flatMap(List::stream)
                    .toList();

    private KnownSettings() {}

    /// In the order in which people read them.
    public static List<Setting<?>> all() {
        return ALL;
    }

    /// The one of that word.
    public static Optional<Setting<?>> named(String word) {
        return ALL.stream().filter(s -> s.word().equals(word)).findFirst();
    }
}
