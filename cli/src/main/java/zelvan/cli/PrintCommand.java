package zelvan.cli;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.exchange.Delivery;
import zelvan.exchange.MixPrinter;
import zelvan.exchange.VoicePrinter;
import zelvan.files.Targets;
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

    @Option(
            names = "--format",
            paramLabel = "recorded|wav16|wav24|wav32f",
            description = "What the files are kept as (recorded; the mix: wav24).")
    private Format format = Format.RECORDED;

    @Option(names = "--mix", description = "Print a mix of what is heard, too.")
    private boolean mix;

    @Option(
            names = "--peak",
            paramLabel = "DB",
            description = "Turn each voice so that its highest sample is there, -60 to 0 dB.")
    private Optional<Double> peak = Optional.empty();

    @Option(
            names = "--loudness",
            paramLabel = "LUFS",
            description =
                    "Turn the mix to this loudness (EBU R 128), as far as no true peak is over -1 dB.")
    private Optional<Double> loudness = Optional.empty();

    @Option(names = "--room", description = "Print the mix with the room that is heard around it.")
    private boolean room;

    @Mixin private WritingOptions writing = new WritingOptions();

    @Spec private CommandSpec spec = CommandSpec.create();

    private enum Format {
        RECORDED(Optional.empty()),
        WAV16(Optional.of(SoundFormat.WAV_16)),
        WAV24(Optional.of(SoundFormat.WAV_24)),
        WAV32F(Optional.of(SoundFormat.WAV_FLOAT));

        private final Optional<SoundFormat> kept;

        Format(Optional<SoundFormat> kept) {
            this.kept = kept;
        }
    }

    @Override
    public Integer call() throws ZelvanProblem {
        Delivery delivery = delivery();
        try (Engine engine = new Engine(KeptWork.ofUser())) {
            Derived derived = engine.derive(SessionFile.read(session), Progress.NONE);
            Printing.failOnProblems(derived);
            List<Path> inputs = new ArrayList<>(derived.session().files());
            inputs.add(session);
            Targets targets = writing.targets(inputs);
            PrintWriter say = spec.commandLine().getOut();
            VoicePrinter.Outcome outcome = Printing.print(derived, out, delivery, targets);
            outcome.printed().forEach(p -> say.println(p.line()));
            if (mix) {
                say.println(
                        MixPrinter.print(derived, out, delivery, targets, Progress.NONE).line());
            }
            Printing.failOnLacking(derived, outcome);
        }
        return 0;
    }

    private Delivery delivery() {
        try {
            return new Delivery(format.kept, peak, loudness, room);
        } catch (IllegalArgumentException e) {
            throw new ParameterException(spec.commandLine(), String.valueOf(e.getMessage()), e);
        }
    }
}
