package zelvan.bench.takes;

import java.io.IOException;
import java.util.Locale;
import zelvan.problem.ZelvanProblem;

/// How well takes are told apart, put together and divided: scripts/takes.
public final class TakesBench {
    private static final int VOICES = 5;
    private static final int RECORDINGS = 25;

    private TakesBench() {}

    /// @param arguments `best`, `passes`, `seams`, `choice` or `memory`, or all of them where none
    ///   is given; then another first seed
    public static void main(String[] arguments)
            throws IOException, ZelvanProblem, InterruptedException {
        String which = arguments.length > 0 ? arguments[0] : "all";
        long seed = arguments.length > 1 ? Long.parseLong(arguments[1]) : 100;
        if (which.equals("all") || which.equals("passes")) {
            PassesTrial.run(RECORDINGS, seed).forEach(TakesBench::say);
        }
        if (which.equals("all") || which.equals("best")) {
            BestTrial.run(VOICES, seed).forEach(TakesBench::say);
        }
        if (which.equals("all") || which.equals("seams")) {
            SeamTrial.run(seed).forEach(TakesBench::say);
        }
        if (which.equals("all") || which.equals("choice")) {
            ChoiceTrial.run(seed).forEach(TakesBench::say);
        }
        if (which.equals("all") || which.equals("memory")) {
            MemoryTrial.run(seed).forEach(TakesBench::say);
        }
    }

    private static void say(String line) {
        System.out.printf(Locale.ROOT, "%s%n", line);
    }
}
