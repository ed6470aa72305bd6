package zelvan.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import zelvan.files.Ledger;
import zelvan.files.Targets;
import zelvan.files.UserFolders;
import zelvan.problem.ZelvanProblem;
import zelvan.singers.DemoSession;
import zelvan.singers.Truth;

@Command(
        name = "demo",
        mixinStandardHelpOptions = true,
        description =
                "Start the desktop application with the demo session; with --out, only write its files.")
final class DemoCommand implements Callable<Integer> {
    /// Changes whenever the demo's audio would come out differently.
    private static final String VERSION = "2";

    @Option(
            names = "--out",
            paramLabel = "DIR",
            description = "Write audio and truth into this folder.")
    private Optional<Path> out = Optional.empty();

    @Mixin private WritingOptions writing = new WritingOptions();

    @Spec private CommandSpec spec = CommandSpec.create();

    @Override
    public Integer call() throws ZelvanProblem, IOException {
        if (out.isPresent()) {
            DemoSession.write(out.get(), writing.targets(List.of()));
            spec.commandLine().getOut().println("The demo session is in " + out.get());
        } else {
            Windows.find().open(List.of(folder()));
        }
        return 0;
    }

    /// The demo session in the user's own place; sung at the first call.
    static Path folder() throws ZelvanProblem, IOException {
        Path home = UserFolders.data().resolve("demo-" + VERSION).resolve(DemoSession.NAME);
        // The truth is written last: where it is, everything is.
        if (!Files.exists(home.resolve(Truth.FILE_NAME))) {
            // What an interrupted start left there is sung again.
            DemoSession.write(home, new Targets(List.of(), Ledger.ofUser(), true));
        }
        return home;
    }
}
