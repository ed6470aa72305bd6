package zelvan.setting;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/// Values of some settings; the others are left to whatever stands above. An immutable value.
public final class Settings {
    public static final Settings NONE = new Settings(Map.of());

    private final Map<Setting<?>, Object> values;

    private Settings(Map<Setting<?>, Object> values) {
        this.values = Map.copyOf(values);
    }

    /// One value and nothing else.
    ///
    /// @throws IllegalArgumentException if the setting has no such value
    public static <T> Settings of(Setting<T> setting, T value) {
        return NONE.with(setting, value);
    }

    /// What is set; empty if it is left to what stands above.
    @SuppressWarnings("unchecked") // only #with puts something in, and that of the setting's type
    public <T> Optional<T> get(Setting<T> setting) {
        return Optional.ofNullable((T) values.get(setting));
    }

    /// What is in force where nothing stands above.
    public <T> T inForce(Setting<T> setting) {
        return get(setting).orElse(setting.usual());
    }

    /// The same with another value.
    ///
    /// @throws IllegalArgumentException if the setting has no such value
    public <T> Settings with(Setting<T> setting, T value) {
        Map<Setting<?>, Object> more = new HashMap<>(values);
        more.put(setting, setting.checked(value));
        return new Settings(more);
    }

    /// The same with another value, or with that setting left to what stands above.
    public <T> Settings with(Setting<T> setting, Optional<T> value) {
        return value.map(v -> with(setting, v)).orElseGet(() -> without(List.of(setting)));
    }

    /// The same with some settings left to what stands above.
    public Settings without(Collection<? extends Setting<?>> settings) {
        Map<Setting<?>, Object> fewer = new HashMap<>(values);
        settings.forEach(fewer::remove);
        return new Settings(fewer);
    }

    /// What is in force where `above` stands above.
    public Settings over(Settings above) {
        if (values.isEmpty()) {
            return above;
        }
        Map<Setting<?>, Object> all = new HashMap<>(above.values);
        all.putAll(values);
        return new Settings(all);
    }

    /// The settings that have a value, in the order of their words.
    public List<Setting<?>> set() {
        List<Setting<?>> set = new ArrayList<>(values.keySet());
        set.sort(Comparator.comparing(Setting::word));
        return set;
    }

    public boolean isNone() {
        return values.isEmpty();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Settings settings && settings.values.equals(values);
    }

    @Override
    public int hashCode() {
        return values.hashCode();
    }

    @Override
    public String toString() {
        return set().stream().map(this::words).toList().toString();
    }

    private <T> String words(Setting<T> setting) {
        return setting.words(inForce(setting));
    }
}
