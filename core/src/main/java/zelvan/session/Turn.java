package zelvan.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.timing.TimingSettings;
import zelvan.tuning.TuningSettings;

/// Turns one setting, wherever it stands, and nothing else.
///
/// @param scopes all of them get the value
/// @param value empty to follow what stands above
/// @param of what it is turned for, as the history calls it
/// @param gesture the same for all steps of one drag
public record Turn<T>(
        List<Scope> scopes, Setting<T> setting, Optional<T> value, String of, long gesture)
        implements Edit {
    public Turn {
        scopes = List.copyOf(scopes);
    }

    /// Turns a setting in one place.
    public static <T> Turn<T> of(Scope scope, Setting<T> setting, T value, String of) {
        return new Turn<>(List.of(scope), setting, Optional.of(value), of, System.nanoTime());
    }

    /// All settings of timing, for all stacks.
    public static Edit all(TimingSettings timing) {
        return all(List.of(Scope.ALL), "All stacks", timing);
    }

    /// All settings of pitch, for all stacks.
    public static Edit all(TuningSettings tuning) {
        return all(List.of(Scope.ALL), "All stacks", tuning);
    }

    /// All settings of timing.
    public static Edit all(List<Scope> scopes, String of, TimingSettings timing) {
        return new Edit.Together(of + ": timing", turns(scopes, of, timing));
    }

    /// All settings of pitch.
    public static Edit all(List<Scope> scopes, String of, TuningSettings tuning) {
        return new Edit.Together(of + ": pitch", turns(scopes, of, tuning));
    }

    /// All settings of a starting point.
    public static Edit startingAs(List<Scope> scopes, String of, StartingPoint point) {
        List<Edit> turns = new ArrayList<>(turns(scopes, of, point.timing()));
        turns.addAll(turns(scopes, of, point.tuning()));
        return new Edit.Together(of + ": start as " + point.word(), turns);
    }

    /// Lets settings follow again what stands above them.
    public static Edit back(List<Scope> scopes, String of, List<Setting<?>> settings) {
        return new Edit.Together(
                of + ": as above",
                settings.stream()
                        .<Edit>map(s -> new Turn<>(scopes, s, Optional.empty(), of, 0))
                        .toList());
    }

    private static List<Edit> turns(List<Scope> scopes, String of, TimingSettings timing) {
        return List.of(
                turn(scopes, of, Setting.TIMING_PULL, timing.pull()),
                turn(scopes, of, Setting.TIMING_SLACK, timing.slackSeconds()),
                turn(scopes, of, Setting.LINE_UP, timing.lineUp()));
    }

    private static List<Edit> turns(List<Scope> scopes, String of, TuningSettings tuning) {
        return List.of(
                turn(scopes, of, Setting.PITCH_TARGET, tuning.target()),
                turn(scopes, of, Setting.PITCH_PULL, tuning.pull()),
                turn(scopes, of, Setting.PITCH_SLACK, tuning.slackCents()),
                turn(scopes, of, Setting.KEEP_DETAIL, tuning.detail()),
                turn(scopes, of, Setting.WANDER, tuning.wander()),
                turn(scopes, of, Setting.VIBRATO, tuning.vibrato()));
    }

    private static <T> Edit turn(List<Scope> scopes, String of, Setting<T> setting, T value) {
        return new Turn<>(scopes, setting, Optional.of(value), of, 0);
    }

    @Override
    public String title() {
        return of + ": " + value.map(setting::words).orElse(setting + " as above");
    }

    @Override
    public Session apply(Session session) {
        Session turned = session;
        for (Scope scope : scopes) {
            turned = setting.turned(turned, scope, value);
        }
        return turned;
    }

    @Override
    public boolean continues(Edit before) {
        return before instanceof Turn<?> other
                && other.gesture == gesture
                && other.setting.equals(setting)
                && other.scopes.equals(scopes);
    }
}
