package zelvan.cli;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.SoundFiles;
import zelvan.exchange.AnalysisJson;
import zelvan.problem.ZelvanProblem;

@Command(
        name = "analyse",
        mixinStandardHelpOptions = true,
        description =
                "Write what is heard in one voice: pitch, landmarks, esses, breaths, phrases, notes.")
final class AnalyseCommand implements Callable<Integer> {
    @Parameters(paramLabel = "IN")
    private Path in = Path.of(".");

    @Option(names = "--out", required = true, paramLabel = "A.json")
    private Path out = Path.of(".");

    @Override
    public Integer call() throws ZelvanProblem {
        AnalysisJson.write(out, new VoiceAnalyser().analyse(SoundFiles.read(in).sound()));
        return 0;
    }
}
