package zelvan.engine;

import java.util.List;

/// Something that can be worked out. A record: what it is worked out from, steps before it among
/// that, is its key. Two that are equal have the same value, whichever session asks.
///
/// Steps are pure: they read the recordings and the kept work, and change nothing else.
///
/// @param <V> what comes of it
interface Step<V> {
    /// What has to be worked out before.
    List<Step<?>> needs();

    V run(Inputs inputs);

    /// Whether it takes seconds, and not milliseconds.
    default boolean takesLong() {
        return false;
    }

    /// How much memory the value keeps, roughly; 0 for what is small.
    default long bytes(V value) {
        return 0;
    }

    /// What a step finds when it runs.
    interface Inputs {
        /// The value of a step that it needs.
        <V> V of(Step<V> step);

        /// The value of a step of which it only finds out now that it needs it; worked out in place
        /// unless it is there.
        <V> V also(Step<V> step);

        /// What is kept on disk.
        KeptWork kept();
    }
}
