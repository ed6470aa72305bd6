package zelvan.bench.sound;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.SoundFiles;
import zelvan.bench.others.Speaker;
import zelvan.bench.others.Speaker.Said;
import zelvan.problem.ZelvanProblem;
import zelvan.units.TimeSpan;

/// Sibilants as they are found in what a speech synthesizer says, beside when it says them.
final class SpokenTrial {
    /// Those that found bounds were set with first, then others.
    private static final List<String> VOICES = List.of("slt", "rms", "awb", "kal16");

    private static final Set<String> SIBILANTS = Set.of("s", "z", "sh", "zh");

    /// They end with a sibilant, and nobody says where that begins.
    private static final Set<String> AFFRICATES = Set.of("ch", "jh");

    private static final List<String> SENTENCES =
            List.of(
                    "She sees six silver fish wash ashore.",
                    "The lanterns on the pier burn slow and low.",
                    "Salt and stones, the seas are rising in the dusk.",
                    "Sing us a song of the boats that pass this way.",
                    "His sister was using a measure of azure glass.",
                    "A dozen buses crossed the square at noon.",
                    "We wish you would push the heavy door.",
                    "Roses are easy to raise beside the house.",
                    "Nobody knew why the bell rang all night long.",
                    "Some of the ships shall sail at sunrise.",
                    "The usual treasure lies in a casual pleasure.",
                    "Bring me a warm and heavy blanket, dear.");

    private SpokenTrial() {}

    /// All sentences of a voice are one recording, as a session has them.
    static List<String> run(Path folder) throws IOException, ZelvanProblem {
        List<String> lines = new ArrayList<>();
        for (String name : VOICES) {
            Path file = folder.resolve(name + ".wav");
            List<Said> said = new Speaker(name).say(String.join(" ", SENTENCES), file);
            List<TimeSpan> affricates = spans(said, AFFRICATES);
            FoundTrial trial = new FoundTrial("sibilants that flite's " + name + " says");
            trial.compare(
                    spans(said, SIBILANTS),
                    new VoiceAnalyser().analyse(SoundFiles.read(file).sound()).esses(),
                    span -> affricates.stream().noneMatch(a -> a.overlaps(span)));
            lines.addAll(trial.lines());
        }
        return lines;
    }

    /// Those that touch are one.
    private static List<TimeSpan> spans(List<Said> said, Set<String> names) {
        List<TimeSpan> spans = new ArrayList<>();
        for (Said one : said) {
            if (names.contains(one.name())) {
                boolean touches =
                        !spans.isEmpty()
                                && spans.getLast().endSeconds() == one.span().startSeconds();
                double from =
                        touches ? spans.removeLast().startSeconds() : one.span().startSeconds();
                spans.add(new TimeSpan(from, one.span().endSeconds()));
            }
        }
        return spans;
    }
}
