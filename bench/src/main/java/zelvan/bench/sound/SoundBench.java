package zelvan.bench.sound;

import java.util.Locale;

/// How well what piles up in a stack is found: scripts/sound.
public final class SoundBench {
    private SoundBench() {}

    /// @param arguments another first seed
    public static void main(String[] arguments) {
        long seed = arguments.length > 0 ? Long.parseLong(arguments[0]) : 100;
        FoundTrial.run(seed).forEach(line -> System.out.printf(Locale.ROOT, "%s%n", line));
    }
}
