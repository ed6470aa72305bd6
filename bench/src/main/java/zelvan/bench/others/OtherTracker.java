package zelvan.bench.others;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.DoubleUnaryOperator;

/// A general-purpose pitch tracker, by its command line (Debian's packages aubio-tools and praat).
///
/// @param name as the table calls it
/// @param command where `{in}` stands for the file and `{rate}` for its rate; it prints lines of a
///   time in seconds and a pitch in hertz, none or 0 where there is none
public record OtherTracker(String name, List<String> command) {
    private static final double HOP_SECONDS = 0.01;

    public static final List<OtherTracker> ALL =
            List.of(
                    new OtherTracker("yinfft", aubio("yinfft")),
                    new OtherTracker("yinfast", aubio("yinfast")),
                    new OtherTracker(
                            "autocorrelation", List.of("praat", "--run", script(), "{in}")));

    private static List<String> aubio(String method) {
        return List.of(
                "aubiopitch", "-i", "{in}", "-r", "0", "-B", "2048", "-H", "256", "-p", method);
    }

    private static String script() {
        return Path.of("bench/src/main/praat/pitch.praat").toString();
    }

    public boolean isHere() {
        return Command.isHere(command.getFirst());
    }

    /// @return the pitch at a time, hertz, not a number or 0 where there is none; nothing if the
    ///   command fails
    public Optional<DoubleUnaryOperator> hear(Path file, int sampleRateHertz) throws IOException {
        List<String> asked = new ArrayList<>();
        for (String word : command) {
            asked.add(
                    word.replace("{in}", file.toString())
                            .replace("{rate}", String.valueOf(sampleRateHertz)));
        }
        Process process =
                new ProcessBuilder(asked).redirectError(ProcessBuilder.Redirect.DISCARD).start();
        TreeMap<Double, Double> pitch = new TreeMap<>();
        try (var lines = process.inputReader()) {
            lines.lines().forEach(line -> read(line, pitch));
        }
        try {
            if (process.waitFor() != 0 || pitch.isEmpty()) {
                return Optional.empty();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
        return Optional.of(at -> near(pitch, at));
    }

    private static void read(String line, TreeMap<Double, Double> pitch) {
        String[] parts = line.trim().split("\\s+");
        if (parts.length == 2) {
            try {
                pitch.put(Double.parseDouble(parts[0]), Double.parseDouble(parts[1]));
            } catch (NumberFormatException e) {
                // A heading.
                return;
            }
        }
    }

    private static double near(TreeMap<Double, Double> pitch, double at) {
        Map.Entry<Double, Double> below = pitch.floorEntry(at);
        Map.Entry<Double, Double> above = pitch.ceilingEntry(at);
        if (below == null || above == null) {
            Map.Entry<Double, Double> one = below == null ? above : below;
            return one != null && Math.abs(one.getKey() - at) < HOP_SECONDS
                    ? one.getValue()
                    : Double.NaN;
        }
        double span = above.getKey() - below.getKey();
        boolean nearBelow = at - below.getKey() <= above.getKey() - at;
        if (below.getValue() > 0 && above.getValue() > 0 && span > 0 && span < 2 * HOP_SECONDS) {
            double share = (at - below.getKey()) / span;
            return below.getValue() + share * (above.getValue() - below.getValue());
        }
        Map.Entry<Double, Double> nearest = nearBelow ? below : above;
        return Math.abs(nearest.getKey() - at) < HOP_SECONDS ? nearest.getValue() : Double.NaN;
    }

    @Override
    public String toString() {
        return String.format(Locale.ROOT, "%s (%s)", name, command.getFirst());
    }
}
