package zelvan.bench.others;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/// The formants of a file as praat hears them (Debian's package), by Burg's method, every 10 ms.
public final class FormantMeter {
    public static final int FORMANTS = 4;

    private static final double NEAR_SECONDS = 0.006;
    private static final Path SCRIPT = Path.of("bench/src/main/praat/formants.praat");

    private final TreeMap<Double, double[]> formants = new TreeMap<>();

    private FormantMeter() {}

    /// Whether the program is installed.
    public static boolean isHere() {
        return Command.isHere("praat");
    }

    /// @param ceilingHertz below which five formants are looked for
    public static FormantMeter of(Path file, double ceilingHertz) throws IOException {
        Process process =
                new ProcessBuilder(
                                "praat",
                                "--run",
                                SCRIPT.toAbsolutePath().toString(),
                                file.toAbsolutePath().toString(),
                                String.valueOf(ceilingHertz))
                        .redirectErrorStream(true)
                        .start();
        String all = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        FormantMeter meter = new FormantMeter();
        for (String line : all.trim().split("\n")) {
            String[] parts = line.trim().split(" ");
            if (parts.length == FORMANTS + 1) {
                double[] hertz = new double[FORMANTS];
                for (int f = 0; f < FORMANTS; f++) {
                    hertz[f] = Double.parseDouble(parts[f + 1]);
                }
                meter.formants.put(Double.parseDouble(parts[0]), hertz);
            }
        }
        if (meter.formants.isEmpty()) {
            throw new IOException("praat says nothing of " + file + ": " + all);
        }
        return meter;
    }

    /// The formants at a moment, hertz; 0 where there is none.
    public Optional<double[]> at(double seconds) {
        return Optional.ofNullable(formants.floorEntry(seconds + NEAR_SECONDS))
                .filter(e -> Math.abs(e.getKey() - seconds) < NEAR_SECONDS)
                .map(Map.Entry::getValue);
    }
}
