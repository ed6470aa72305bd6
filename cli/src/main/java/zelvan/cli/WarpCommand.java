package zelvan.cli;

import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.exchange.TimeMapCsv;
import zelvan.problem.ZelvanProblem;
import zelvan.render.EpochFinder;
import zelvan.render.VoiceRenderer;
import zelvan.timing.TimeMap;

@Command(
        name = "warp",
        mixinStandardHelpOptions = true,
        description = "Run one voice along a given time map, at its own pitch.")
final class WarpCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "IN")
    private Path in = Path.of(".");

    @Parameters(index = "1", paramLabel = "OUT")
    private Path out = Path.of(".");

    @Option(names = "--time-map", paramLabel = "T.csv", required = true)
    private Path timeMap = Path.of(".");

    @Option(names = "--pitch-map", paramLabel = "P.csv")
    private Optional<Path> pitchMap = Optional.empty();

    @Option(names = "--formant", paramLabel = "SEMITONES")
    private double formantSemitones;

    @Override
    public Integer call() throws ZelvanProblem {
        if (pitchMap.isPresent() || formantSemitones != 0) {
            throw new UsageProblem(
                    pitchMap.isPresent() ? "--pitch-map" : "--formant",
                    "pitch and formants are not changed yet by this version",
                    "Leave the option out");
        }
        TimeMap map = TimeMapCsv.read(timeMap);
        SoundFile file = SoundFiles.read(in);
        Sound sound = file.sound();
        VoiceRenderer voice =
                new VoiceRenderer(
                        sound,
                        new EpochFinder().find(sound, new VoiceAnalyser().analyse(sound).pitch()),
                        map);
        float[][] channels = new float[voice.channelCount()][(int) voice.frames()];
        for (int c = 0; c < channels.length; c++) {
            voice.read(c, 0, channels[c], channels[c].length);
        }
        SoundFiles.write(out, Sound.owning(voice.sampleRateHertz(), channels), file.format());
        return 0;
    }
}
