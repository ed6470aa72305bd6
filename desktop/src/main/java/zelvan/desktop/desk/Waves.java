package zelvan.desktop.desk;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import org.jspecify.annotations.Nullable;
import zelvan.audio.Sound;

/// The peaks of sounds, a second at a time: asked for when they are looked at, and forgotten when
/// much else was.
public final class Waves {
    /// Peaks are told this many times a second.
    public static final int POINTS_A_SECOND = 1000;

    /// Twenty-four voices for two minutes.
    private static final int MOST_SECONDS = 3000;

    /// The lowest and the highest sample around each point.
    public record Second(float[] lowest, float[] highest) {}

    /// A second of a sound.
    public record Key(Sound sound, int second) {}

    private final ReadOnlyIntegerWrapper known = new ReadOnlyIntegerWrapper();
    private Consumer<Key> wanted = key -> {};

    /// Empty while it is worked out.
    private final Map<Key, Optional<Second>> seconds =
            new LinkedHashMap<>(64, 0.75f, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<Key, Optional<Second>> eldest) {
                    return size() > MOST_SECONDS;
                }
            };

    /// @param next is told what is looked at and not known
    public void whenWanted(Consumer<Key> next) {
        wanted = next;
    }

    /// A second of a sound, null as long as it is not known; then it is asked for.
    public @Nullable Second of(Sound sound, int second) {
        Key key = new Key(sound, second);
        Optional<Second> there = seconds.get(key);
        if (there == null) {
            seconds.put(key, Optional.empty());
            wanted.accept(key);
            return null;
        }
        return there.orElse(null);
    }

    /// What was asked for.
    public void know(Map<Key, Second> more) {
        more.forEach((key, second) -> seconds.put(key, Optional.of(second)));
        known.set(known.get() + more.size());
    }

    /// Nothing of it is looked at any more.
    void forget() {
        seconds.clear();
    }

    /// Changes whenever more is known.
    public ReadOnlyIntegerProperty known() {
        return known.getReadOnlyProperty();
    }
}
