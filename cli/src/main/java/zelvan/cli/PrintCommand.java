package zelvan.cli;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import zelvan.engine.AnalysisStore;
import zelvan.engine.Derived;
import zelvan.engine.Engine;
import zelvan.engine.Progress;
import zelvan.problem.ZelvanProblem;
import zelvan.session.SessionFile;

@Command(
        name = "print",
        mixinStandardHelpOptions = true,
        description = "Print the voices of a session.")
final class PrintCommand implements Callable<Integer> {
    @Parameters(paramLabel = "SESSION.zelvan")
    private Path session = Path.of(".");

    @Option(names = "--out", required = true, paramLabel = "DIR")
    private Path out = Path.of(".");

    @Spec private CommandSpec spec = CommandSpec.create();

    @Override
    public Integer call() throws ZelvanProblem {
        try (Engine engine = new Engine(AnalysisStore.ofUser())) {
            Derived derived = engine.derive(SessionFile.read(session), Progress.NONE);
            Printing.failOnProblems(derived);
            Printing.print(derived, out).forEach(spec.commandLine().getOut()::println);
        }
        return 0;
    }
}
