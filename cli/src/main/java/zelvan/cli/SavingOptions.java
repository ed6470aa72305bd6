package zelvan.cli;

import java.nio.file.Path;
import java.util.Optional;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Session;

/// Where a command that changes a session writes it.
final class SavingOptions {
    @Option(
            names = "--out",
            paramLabel = "S2.zelvan",
            description = "Write the session there (in its place, if not given).")
    private Optional<Path> out = Optional.empty();

    @Mixin private WritingOptions writing = new WritingOptions();

    /// @param file from which it was read
    void save(Session session, Path file) throws ZelvanProblem {
        writing.save(session, Optional.of(file), out.orElse(file));
    }
}
