package zelvan.cli;

import java.nio.file.Path;
import java.util.Collection;
import picocli.CommandLine.Option;
import zelvan.files.Ledger;
import zelvan.files.Targets;

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
}
