package zelvan.cli;

import java.nio.file.Path;
import java.util.Collection;
import java.util.Optional;
import picocli.CommandLine.Option;
import zelvan.files.Ledger;
import zelvan.files.Output;
import zelvan.files.Targets;
import zelvan.files.WriteProblem;
import zelvan.session.Session;
import zelvan.session.SessionFile;

/// What every command that writes may be told.
final class WritingOptions {
    @Option(
            names = "--replace",
            description =
                    "Replace files that are there though they were not written from the same source.")
    private boolean replace;

    /// @param inputs everything that the command reads; none of it is ever written to
    Targets targets(Collection<Path> inputs) {
        return new Targets(inputs, Ledger.ofUser(), replace);
    }

    /// Saves a session, in the place of the one that was read or in another. One that is there
    /// holds somebody's work, whoever wrote it: it is not replaced without being asked for.
    ///
    /// @param read the session's file, if it comes from one; it may be replaced
    void save(Session session, Optional<Path> read, Path to) throws WriteProblem {
        boolean own =
                read.map(file -> file.toAbsolutePath().normalize())
                        .equals(Optional.of(to.toAbsolutePath().normalize()));
        Targets targets =
                replace || own
                        ? new Targets(session.files(), Ledger.ofUser(), true)
                        : Targets.replacingNothing(session.files());
        SessionFile.write(targets.target(new Output(to, read.orElse(to))), session);
    }
}
