package zelvan.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import zelvan.problem.ZelvanProblem;

@Command(
        name = "screenshots",
        mixinStandardHelpOptions = true,
        description = "Write pictures of the main views, from the demo session, without a display.")
final class ScreenshotsCommand implements Callable<Integer> {
    @Option(names = "--out", required = true, paramLabel = "DIR")
    private Path out = Path.of(".");

    @Override
    public Integer call() throws ZelvanProblem, IOException {
        Windows.find().screenshots(DemoCommand.folder(), out);
        return 0;
    }
}
