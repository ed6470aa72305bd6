package zelvan.files;

import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/// Decides what one command may write to.
///
/// - What the command reads is never a target: no recording, no session, no map.
/// - No two of its outputs are the same file.
/// - A file that is there is replaced only if the program wrote it, of the same, and nobody has
///   changed it since ([Ledger]), or if the user has agreed.
///
/// Used by one thread at a time.
public final class Targets {
    private final List<Path> inputs;
    private final Optional<Ledger> ledger;
    private final boolean replace;
    private final Set<String> given = new HashSet<>();

    /// @param inputs everything that the command reads
    /// @param replace whether the user has agreed that files that are there are replaced
    public Targets(Collection<Path> inputs, Ledger ledger, boolean replace) {
        this(inputs, Optional.of(ledger), replace);
    }

    private Targets(Collection<Path> inputs, Optional<Ledger> ledger, boolean replace) {
        this.inputs = List.copyOf(inputs);
        this.ledger = ledger;
        this.replace = replace;
    }

    /// Where nothing that is there may be replaced.
    public static Targets replacingNothing() {
        return replacingNothing(List.of());
    }

    /// The same, of a command that reads something.
    ///
    /// @param inputs everything that the command reads
    public static Targets replacingNothing(Collection<Path> inputs) {
        return new Targets(inputs, Optional.empty(), false);
    }

    /// A place that may be written to.
    ///
    /// @throws WriteProblem if it is an input, if this was asked for already, or if something is
    ///   there that must not be replaced
    public Target target(Output output) throws WriteProblem {
        Path path = output.path();
        if (isInput(path)) {
            throw new WriteProblem(
                    path,
                    "writing here would replace what is read, and recordings are never replaced",
                    "Choose another folder or name");
        }
        if (Files.isDirectory(path)) {
            throw new WriteProblem(path, "there is a folder of that name", "Choose another name");
        }
        if (!replace && isInTheWay(output)) {
            throw new WriteProblem(
                    path,
                    "there is a file of that name in "
                            + path.toAbsolutePath().normalize().getParent()
                            + " that was not written from the same source",
                    "Choose another folder, or agree to its going (--replace on the command line)");
        }
        if (!given.add(Places.key(path))) {
            throw new WriteProblem(
                    path, "two outputs would have this name", "Name another file for one of them");
        }
        return new Target(path, whole -> ledger.ifPresent(l -> l.note(output, whole)));
    }

    /// Those of the outputs in whose place there is a file that somebody else wrote or changed.
    public List<Path> inTheWay(List<Output> outputs) {
        return outputs.stream().filter(this::isInTheWay).map(Output::path).toList();
    }

    private boolean isInTheWay(Output output) {
        return Files.exists(output.path(), LinkOption.NOFOLLOW_LINKS)
                && !ledger.map(l -> l.wrote(output)).orElse(false);
    }

    private boolean isInput(Path path) {
        return inputs.stream().anyMatch(input -> Places.same(input, path));
    }
}
