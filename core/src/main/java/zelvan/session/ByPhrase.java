package zelvan.session;

import java.util.List;
import java.util.function.DoubleFunction;
import zelvan.units.GuideSpan;

/// What is in force, by the moment of the guide. A value, so that what is derived from it need not
/// be derived again where it is the same.
///
/// @param elsewhere outside of all stretches
/// @param stretches in order
public record ByPhrase<T>(T elsewhere, List<Stretch<T>> stretches) implements DoubleFunction<T> {
    /// A stretch of the guide in which something else is in force.
    public record Stretch<T>(GuideSpan guideSpan, T value) {}

    public ByPhrase {
        T same = elsewhere;
        stretches = stretches.stream().filter(s -> !s.value.equals(same)).toList();
    }

    @Override
    public T apply(double guideSeconds) {
        for (Stretch<T> stretch : stretches) {
            if (stretch.guideSpan.contains(guideSeconds)) {
                return stretch.value;
            }
        }
        return elsewhere;
    }
}
