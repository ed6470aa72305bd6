package zelvan.session;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import zelvan.setting.Setting;
import zelvan.setting.Settings;

/// Turns one setting, wherever it stands, and nothing else.
///
/// @param scopes all of them get the value
/// @param of what it is turned for, as the history calls it
/// @param value empty to follow what stands above
public record Turn<T>(List<Scope> scopes, String of, Setting<T> setting, Optional<T> value)
        implements Edit {
    public Turn {
        scopes = List.copyOf(scopes);
    }

    public Turn(List<Scope> scopes, String of, Setting<T> setting, T value) {
        this(scopes, of, setting, Optional.of(value));
    }

    /// Turns several settings to those values.
    ///
    /// @param title as the history calls it
    public static Edit all(List<Scope> scopes, String of, String title, Settings values) {
        return new Edit.Together(
                of + ": " + title,
                values.set().stream().<Edit>map(s -> turn(scopes, of, s, values)).toList());
    }

    private static <T> Edit turn(
            List<Scope> scopes, String of, Setting<T> setting, Settings values) {
        return new Turn<>(scopes, of, setting, values.get(setting));
    }

    /// All settings of a starting point.
    ///
    /// @param name as the interface or the user calls it
    public static Edit startingAs(List<Scope> scopes, String of, String name, Settings settings) {
        return all(scopes, of, "start as " + name, settings);
    }

    /// Lets settings follow again what stands above them.
    public static Edit back(
            List<Scope> scopes, String of, Collection<? extends Setting<?>> settings) {
        return new Edit.Together(
                of + ": as above",
                settings.stream().<Edit>map(s -> turn(scopes, of, s, Settings.NONE)).toList());
    }

    @Override
    public String title() {
        return of
                + ": "
                + value.map(setting::words).orElse(setting.word().replace('-', ' ') + " as above");
    }

    @Override
    public Session apply(Session session) {
        Session turned = session;
        for (Scope scope : scopes) {
            for (Scope.Place place : scope.places(session)) {
                Optional<T> own = departing(place, turned);
                turned = place.changing(turned, settings -> settings.with(setting, own));
            }
        }
        return turned;
    }

    /// What is the same as above does not depart from it.
    private Optional<T> departing(Scope.Place place, Session session) {
        return value.filter(v ->
                !place.followsWhatIsAbove() || !v.equals(place.above(session).inForce(setting)));
    }
}
