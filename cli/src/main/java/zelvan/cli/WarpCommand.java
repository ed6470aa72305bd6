package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Headroom;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.exchange.MapCsv;
import zelvan.files.Output;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;
import zelvan.render.EpochFinder;
import zelvan.render.Shape;
import zelvan.render.VoiceRenderer;
import zelvan.tuning.PitchMap;
import zelvan.units.Curve;

@Command(
        name = "warp",
        mixinStandardHelpOptions = true,
        description = "Run one voice along a given time map, and its pitch along a pitch map.")
final class WarpCommand implements Callable<Integer> {
    private static final double MOST_SEMITONES = 12;

    @Parameters(index = "0", paramLabel = "IN")
    private Path in = Path.of(".");

    @Parameters(index = "1", paramLabel = "OUT")
    private Path out = Path.of(".");

    @Option(names = "--time-map", paramLabel = "T.csv", required = true)
    private Path timeMap = Path.of(".");

    @Option(
            names = "--pitch-map",
            paramLabel = "P.csv",
            description = "sourceSeconds,cents: how far up the pitch is moved.")
    private Optional<Path> pitchMap = Optional.empty();

    @Option(
            names = "--formant",
            paramLabel = "SEMITONES",
            description = "How far up the formants are moved, -12 to 12.")
    private double formantSemitones;

    @Mixin private WritingOptions writing = new WritingOptions();

    @Spec private CommandSpec spec = CommandSpec.create();

    @Override
    public Integer call() throws ZelvanProblem {
        if (!(Math.abs(formantSemitones) <= MOST_SEMITONES)) {
            throw new UsageProblem(
                    "--formant",
                    "formants cannot be moved by " + formantSemitones + " semitones",
                    "Give a number from -12 to 12");
        }
        List<Path> inputs = new ArrayList<>(List.of(in, timeMap));
        pitchMap.ifPresent(inputs::add);
        Target target = writing.targets(inputs).target(new Output(out, in));
        Shape shape =
                Shape.of(
                                MapCsv.readTimeMap(timeMap),
                                pitchMap.isPresent()
                                        ? MapCsv.readPitchMap(pitchMap.get())
                                        : PitchMap.NONE)
                        .withFormants(Curve.everywhere(100 * formantSemitones));
        SoundFile file = SoundFiles.read(in);
        Sound sound = file.sound();
        VoiceRenderer voice =
                new VoiceRenderer(
                        sound,
                        new EpochFinder().find(sound, new VoiceAnalyser().analyse(sound).pitch()),
                        shape);
        double[][] channels = new double[voice.channelCount()][(int) voice.frames()];
        for (int c = 0; c < channels.length; c++) {
            voice.read(c, 0, channels[c], channels[c].length);
        }
        Headroom.Fitted fitted =
                Headroom.fit(Sound.owning(voice.sampleRateHertz(), channels), file.format());
        SoundFiles.write(target, fitted.sound(), file.format());
        if (!fitted.words().isEmpty()) {
            spec.commandLine().getOut().println(out + ": " + fitted.words());
        }
        return 0;
    }
}
