package zelvan.bench.others;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zelvan.units.TimeSpan;

/// The loudness of a file as ffmpeg's filter `ebur128` measures it: momentary, ten times a second.
public final class LoudnessMeter {
    private static final double WINDOW_SECONDS = 0.4;
    private static final Pattern LINE =
            Pattern.compile("t: *([0-9.]+).*? M: *(-?[0-9.]+|-inf|nan)");

    /// Power by the moment at which its 400 ms end.
    private final TreeMap<Double, Double> powers = new TreeMap<>();

    private LoudnessMeter() {}

    /// Whether the program is installed.
    public static boolean isHere() {
        return Command.isHere("ffmpeg");
    }

    public static LoudnessMeter of(Path file) throws IOException {
        LoudnessMeter meter = new LoudnessMeter();
        Process process =
                new ProcessBuilder(
                                "ffmpeg",
                                "-nostats",
                                "-hide_banner",
                                "-i",
                                file.toString(),
                                "-filter_complex",
                                "ebur128=framelog=info",
                                "-f",
                                "null",
                                "-")
                        .redirectErrorStream(true)
                        .start();
        String all = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        Matcher line = LINE.matcher(all);
        while (line.find()) {
            double lufs =
                    line.group(2).matches("-inf|nan") ? -120 : Double.parseDouble(line.group(2));
            meter.powers.put(Double.parseDouble(line.group(1)), Math.pow(10, lufs / 10));
        }
        if (meter.powers.isEmpty()) {
            throw new IOException("ffmpeg says nothing of " + file + ": " + all);
        }
        return meter;
    }

    /// The mean of the windows that lie inside a stretch, LUFS; not a number if none does.
    public double lufs(TimeSpan span) {
        Map<Double, Double> inside =
                powers.subMap(
                        span.startSeconds() + WINDOW_SECONDS,
                        true,
                        Math.max(span.startSeconds() + WINDOW_SECONDS, span.endSeconds()),
                        true);
        return 10
                * Math.log10(
                        inside.values().stream()
                                .mapToDouble(Double::doubleValue)
                                .average()
                                .orElse(Double.NaN));
    }
}
