package zelvan.bench.sound;

import java.io.IOException;
import zelvan.bench.Scratch;
import zelvan.bench.others.Speaker;
import zelvan.problem.ZelvanProblem;

/// How well what piles up in a stack is found: scripts/sound.
public final class SoundBench {
    private SoundBench() {}

    /// @param arguments another first seed
    public static void main(String[] arguments) throws IOException, ZelvanProblem {
        long seed = arguments.length > 0 ? Long.parseLong(arguments[0]) : 100;
        FoundTrial.run(seed).forEach(System.out::println);
        if (!Speaker.isHere()) {
            System.out.println("flite is not installed (Debian's package): nothing is spoken");
            return;
        }
        try (Scratch scratch = Scratch.named("zelvan-spoken")) {
            SpokenTrial.run(scratch.folder()).forEach(System.out::println);
        }
    }
}
