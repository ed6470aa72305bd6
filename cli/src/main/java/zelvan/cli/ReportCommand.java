package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.exchange.LockReport;
import zelvan.files.Output;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;
import zelvan.session.SessionFile;
import zelvan.session.Voice;

@Command(
        name = "report",
        mixinStandardHelpOptions = true,
        description = "Write how tightly a session's voices sit.")
final class ReportCommand implements Callable<Integer> {
    enum Format {
        HTML,
        CSV,
        JSON
    }

    @Parameters(paramLabel = "SESSION.zelvan")
    private Path session = Path.of(".");

    @Option(names = "--format", required = true, paramLabel = "html|csv|json")
    private Format format = Format.HTML;

    @Option(names = "--out", required = true, paramLabel = "FILE")
    private Path out = Path.of(".");

    @Mixin private WritingOptions writing = new WritingOptions();

    @Override
    public Integer call() throws ZelvanProblem {
        try (Engine engine = new Engine(KeptWork.ofUser())) {
            Derived derived = engine.derive(SessionFile.read(session), Progress.NONE);
            Printing.failOnProblems(derived);
            List<Path> inputs = new ArrayList<>(derived.session().files());
            inputs.add(session);
            Target target = writing.targets(inputs).target(new Output(out, session));
            switch (format) {
                case HTML ->
                        LockReport.writeHtml(
                                target,
                                derived.session().name(),
                                derived.session().guide().map(Voice::name).orElse("none"),
                                Printing.parts(derived, List.of()));
                case CSV -> LockReport.writeCsv(target, Printing.parts(derived, List.of()));
                case JSON -> Printing.writeJson(derived, List.of(), target);
            }
        }
        return 0;
    }
}
