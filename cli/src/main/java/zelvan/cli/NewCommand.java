package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.RoleFinder;
import zelvan.exchange.VoiceFolder;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.TakeEdit;
import zelvan.session.Voice;

@Command(
        name = "new",
        mixinStandardHelpOptions = true,
        description =
                "Make a session of voices. What a name does not tell is found out by the sound, as in"
                        + " the window.")
final class NewCommand implements Callable<Integer> {
    @Parameters(arity = "1..*", paramLabel = "FOLDER|FILE")
    private List<Path> named = new ArrayList<>();

    @Option(names = "--out", required = true, paramLabel = "S.zelvan")
    private Path out = Path.of(".");

    @Option(names = "--guide", paramLabel = "FILE", description = "The voice that leads.")
    private Optional<String> guide = Optional.empty();

    @Option(
            names = "--role",
            paramLabel = "FILE=ROLE",
            description = "What a track is: double, harmony, octave, take or bed.")
    private Map<String, String> roles = new LinkedHashMap<>();

    @Option(
            names = "--take",
            paramLabel = "FILE=VOICE",
            description = "A recording that a voice is chosen from, beside its own.")
    private Map<String, String> takes = new LinkedHashMap<>();

    @Mixin private WritingOptions writing = new WritingOptions();

    @Override
    public Integer call() throws ZelvanProblem {
        Session session = VoiceFolder.session(named);
        if (guide.isPresent()) {
            Voice voice = voice(session, guide.get());
            session =
                    new Edit.SetGuide(voice.id(), voice.name(), Stack.of(Role.DOUBLE))
                            .apply(session);
        }
        for (var role : roles.entrySet()) {
            session = given(session, voice(session, role.getKey()), role.getValue());
        }
        for (var take : takes.entrySet()) {
            Voice of = voice(session, take.getValue());
            Voice file = voice(session, take.getKey());
            if (!of.role().follows() || of.equals(file)) {
                throw new UsageProblem(
                        "--take " + take.getKey() + "=" + take.getValue(),
                        "takes are of a voice that follows the guide",
                        "Name another voice, or another guide");
            }
            session = new TakeEdit.Join(of.id(), of.name(), List.of(file.id())).apply(session);
        }
        try (Engine engine = new Engine(KeptWork.ofUser())) {
            session = RoleFinder.known(session, engine);
        }
        writing.save(session, Optional.empty(), out);
        return 0;
    }

    private static Session given(Session session, Voice voice, String word) throws UsageProblem {
        for (Role role : Role.values()) {
            if (role != Role.GUIDE && role.word().equals(word.trim().toLowerCase(Locale.ROOT))) {
                return new Edit.SetRole(List.of(voice.id()), voice.name(), role, Stack.of(role))
                        .apply(session);
            }
        }
        throw new UsageProblem(
                "--role " + word,
                "there is no such role",
                "Use double, harmony, octave, take or bed; the guide is named by --guide");
    }

    private static Voice voice(Session session, String file) throws UsageProblem {
        Path wanted = Path.of(file);
        return session.voices().stream()
                .filter(v ->
                        session.audioOf(v).file().endsWith(wanted)
                                || session.audioOf(v)
                                        .file()
                                        .equals(wanted.toAbsolutePath().normalize())
                                || v.name().equals(file))
                .findFirst()
                .orElseThrow(() ->
                        new UsageProblem(
                                file,
                                "no voice of that name is among the files",
                                "Name one of the files"));
    }
}
