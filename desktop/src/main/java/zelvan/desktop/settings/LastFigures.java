package zelvan.desktop.settings;

import java.util.Optional;
import zelvan.derived.Derived;
import zelvan.desktop.acts.Scopes;

/// The figures of what is selected, worked out once for all parts of the panel that show them: they
/// are those of all offsets of all voices together.
final class LastFigures {
    private record Asked(Scopes scopes, Derived derived) {
        boolean isFor(Scopes others, Derived other) {
            return derived == other && scopes.equals(others);
        }
    }

    private Optional<Asked> asked = Optional.empty();
    private Optional<Figures> last = Optional.empty();

    Figures of(Scopes scopes, Derived derived) {
        if (last.isEmpty() || !asked.map(a -> a.isFor(scopes, derived)).orElse(false)) {
            asked = Optional.of(new Asked(scopes, derived));
            last = Optional.of(Figures.of(scopes, derived));
        }
        return last.get();
    }
}
