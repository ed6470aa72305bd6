package zelvan.engine;

import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;

/// The last value of a computation and what it was computed from. Used by one thread at a time.
final class Memo<K, V> {
    private Optional<K> key = Optional.empty();
    private Optional<V> value = Optional.empty();

    V get(K wanted, Supplier<V> compute) {
        if (value.isEmpty() || !Objects.equals(key.orElse(null), wanted)) {
            value = Optional.of(compute.get());
            key = Optional.of(wanted);
        }
        return value.orElseThrow();
    }
}
