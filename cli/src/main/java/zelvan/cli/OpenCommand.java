package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import zelvan.problem.ZelvanProblem;

@Command(
        name = "open",
        mixinStandardHelpOptions = true,
        description = "Start the desktop application with a session, a folder or sound files.")
final class OpenCommand implements Callable<Integer> {
    @Parameters(arity = "0..*", paramLabel = "SESSION.zelvan|FOLDER|FILE")
    private List<Path> named = new ArrayList<>();

    @Override
    public Integer call() throws ZelvanProblem {
        Windows.find().open(named);
        return 0;
    }
}
