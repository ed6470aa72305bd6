package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import zelvan.derived.Clocks;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Edit;
import zelvan.session.KnownSettings;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.SessionFile;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Setting;
import zelvan.units.SongSpan;

@Command(
        name = "set",
        mixinStandardHelpOptions = true,
        description = "Turn settings of a session, wherever they stand, and nothing else.",
        footer = "SETTING= without a value follows again what stands above.")
final class SetCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "S.zelvan")
    private Path file = Path.of(".");

    @Parameters(
            index = "1",
            paramLabel = "SCOPE",
            description = "all, stack:NAME, voice:NAME, or voice:NAME@START-END (song seconds).")
    private String scope = "";

    @Parameters(index = "2..*", arity = "1..*", paramLabel = "SETTING=VALUE")
    private List<String> values = new ArrayList<>();

    @Mixin private SavingOptions saving = new SavingOptions();

    @Override
    public Integer call() throws ZelvanProblem {
        Session session = SessionFile.read(file);
        TypedScope typed = TypedScope.parse(scope, session);
        Scope place = typed.songSpan().isPresent() ? phrase(session, typed) : typed.scope();
        Session changed = session;
        for (String value : values) {
            changed = turn(place, typed.title(), value).apply(changed);
        }
        saving.save(changed, file);
        return 0;
    }

    /// A stretch of the song is one of the guide as it sounds.
    private static Scope phrase(Session session, TypedScope typed) {
        SongSpan span = typed.songSpan().orElseThrow();
        return new Scope.OfPhrase(
                typed.scope().voices(session).getFirst().id(), guideClocks(session).guide(span));
    }

    private static Clocks guideClocks(Session session) {
        List<Voice> needed =
                session.voices().stream()
                        .filter(v ->
                                v.equals(session.guide().orElse(null))
                                        || v.id().equals(session.guideReference().trackId()))
                        .toList();
        try (Engine engine = new Engine(KeptWork.ofUser())) {
            return engine.derive(session.withVoices(needed), Progress.NONE).guideClocks();
        }
    }

    private static Edit turn(Scope place, String title, String value) throws UsageProblem {
        int equals = value.indexOf('=');
        String word = equals < 0 ? value : value.substring(0, equals);
        Setting<?> setting = KnownSettings.named(word).orElse(null);
        if (equals < 0 || setting == null) {
            throw new UsageProblem(
                    value,
                    equals < 0 ? "it has no value" : "there is no such setting",
                    "Write SETTING=VALUE; the settings are "
                            + String.join(
                                    ", ",
                                    KnownSettings.all().stream().map(Setting::word).toList()));
        }
        return turn(place, title, setting, value.substring(equals + 1), value);
    }

    private static <T> Edit turn(
            Scope place, String title, Setting<T> setting, String typed, String where)
            throws UsageProblem {
        Optional<T> value =
                typed.isBlank()
                        ? Optional.empty()
                        : Optional.of(SettingOptions.parse(setting, typed, where));
        return new Turn<>(List.of(place), title, setting, value);
    }
}
