package zelvan.cli;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.exchange.SessionReport;
import zelvan.problem.ZelvanProblem;
import zelvan.session.SessionFile;
import zelvan.session.Voice;
import zelvan.takes.TakeMap;

@Command(
        name = "show",
        mixinStandardHelpOptions = true,
        description =
                "Tell what is in a session: its tracks, what they are, which settings are in force,"
                        + " how tightly they sit.")
final class ShowCommand implements Callable<Integer> {
    @Parameters(paramLabel = "S.zelvan")
    private Path file = Path.of(".");

    @Option(names = "--json", description = "As JSON, with every setting that is in force.")
    private boolean json;

    @Spec private CommandSpec spec = CommandSpec.create();

    @Override
    public Integer call() throws ZelvanProblem {
        try (Engine engine = new Engine(KeptWork.ofUser())) {
            Derived derived = engine.derive(SessionFile.read(file), Progress.NONE);
            PrintWriter out = spec.commandLine().getOut();
            if (json) {
                out.println(SessionReport.json(withTakes(derived, engine)));
            } else {
                SessionReport.lines(derived).forEach(out::println);
            }
        }
        return 0;
    }

    private static Derived withTakes(Derived derived, Engine engine) {
        Map<String, TakeMap> takes = new HashMap<>();
        for (Voice voice : derived.session().followers()) {
            if (!voice.layer().takes().isEmpty()) {
                takes.put(voice.id(), engine.takes(derived.session(), voice, Progress.NONE));
            }
        }
        return derived.withTakes(takes);
    }
}
