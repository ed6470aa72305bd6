package zelvan.cli;

import java.io.PrintWriter;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import zelvan.problem.ZelvanProblem;

/// The program's entrance.
@Command(
        name = "zelvan",
        description = "Locks stacks of sung voices to a guide, in timing and pitch.",
        version = "Zelvan 0.1.0",
        mixinStandardHelpOptions = true,
        subcommands = {
            DemoCommand.class,
            OpenCommand.class,
            AnalyseCommand.class,
            TightenCommand.class,
            NewCommand.class,
            ShowCommand.class,
            SetCommand.class,
            TakesCommand.class,
            ClipCommand.class,
            WarpCommand.class,
            PrintCommand.class,
            ReportCommand.class,
            BenchCommand.class,
            ScreenshotsCommand.class
        })
public final class Zelvan implements Runnable {
    @Spec private CommandSpec spec = CommandSpec.create();

    @Override
    public void run() {
        throw new ParameterException(spec.commandLine(), "zelvan: say what to do");
    }

    public static void main(String[] arguments) {
        HeapGoal.follow();
        System.exit(
                run(
                        arguments,
                        new PrintWriter(System.out, true),
                        new PrintWriter(System.err, true)));
    }

    /// Runs one command.
    ///
    /// @return 0 if it worked, 1 if a problem was reported on `errors`, 2 if it was called wrongly
    public static int run(String[] arguments, PrintWriter out, PrintWriter errors) {
        CommandLine zelvan = new CommandLine(new Zelvan());
        SettingOptions.addTo(
                Objects.requireNonNull(zelvan.getSubcommands().get("tighten")).getCommandSpec());
        return zelvan.setOut(out)
                .setErr(errors)
                .setCaseInsensitiveEnumValuesAllowed(true)
                .setExecutionExceptionHandler((problem, command, parsed) -> {
                    if (problem instanceof ZelvanProblem
                            || problem instanceof CancellationException) {
                        errors.println("zelvan: " + problem.getMessage());
                        return 1;
                    }
                    throw problem;
                })
                .execute(arguments);
    }
}
