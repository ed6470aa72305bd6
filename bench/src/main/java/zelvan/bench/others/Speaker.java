package zelvan.bench.others;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import zelvan.units.TimeSpan;

/// A voice of the speech synthesizer flite, with when it says each sound.
///
/// @param voice one of `flite -lv`
public record Speaker(String voice) {
    /// A sound of speech.
    ///
    /// @param name as flite calls it, `pau` for a pause
    public record Said(String name, TimeSpan span) {}

    /// Whether the program is installed.
    public static boolean isHere() {
        return Command.isHere("flite");
    }

    /// Says a sentence into a file.
    public List<Said> say(String sentence, Path file) throws IOException {
        Process process =
                new ProcessBuilder(
                                "flite",
                                "-voice",
                                voice,
                                "-psdur",
                                "-t",
                                sentence,
                                "-o",
                                file.toString())
                        .redirectErrorStream(true)
                        .start();
        String all = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        List<Said> said = new ArrayList<>();
        double from = 0;
        for (String word : all.trim().split("\\s+")) {
            String[] parts = word.split(":");
            double to = Double.parseDouble(parts[1]);
            said.add(new Said(parts[0], new TimeSpan(from, to)));
            from = to;
        }
        return said;
    }
}
