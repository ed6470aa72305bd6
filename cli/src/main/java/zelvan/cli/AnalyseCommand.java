package zelvan.cli;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.SoundFiles;
import zelvan.exchange.AnalysisJson;
import zelvan.files.Output;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;

@Command(
        name = "analyse",
        mixinStandardHelpOptions = true,
        description =
                "Write what is heard in one voice: pitch, landmarks, esses, breaths and ends with"
                        + " their levels, phrases, notes.")
final class AnalyseCommand implements Callable<Integer> {
    @Parameters(paramLabel = "IN")
    private Path in = Path.of(".");

    @Option(names = "--out", required = true, paramLabel = "A.json")
    private Path out = Path.of(".");

    @Mixin private WritingOptions writing = new WritingOptions();

    @Override
    public Integer call() throws ZelvanProblem {
        Target target = writing.targets(List.of(in)).target(new Output(out, in));
        AnalysisJson.write(target, new VoiceAnalyser().analyse(SoundFiles.read(in).sound()));
        return 0;
    }
}
