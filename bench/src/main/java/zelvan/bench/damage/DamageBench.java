package zelvan.bench.damage;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import zelvan.bench.Scratch;
import zelvan.problem.ZelvanProblem;

/// Damaged sound files, sessions and MIDI files, and random edits: `scripts/damage [N [KIND…]]`.
///
/// With N a number of sound files (20,000); a quarter as many sessions and MIDI files and a tenth
/// as many edits. The cases are seeded, so that a second run has the same ones; the environment's
/// `SEED` gives others.
public final class DamageBench {
    private static final long USUAL_SEED = 20_261_127;
    private static final List<String> KINDS = List.of("sound", "midi", "edits", "sessions");

    private DamageBench() {}

    public static void main(String[] arguments) throws IOException, ZelvanProblem {
        int count = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 20_000;
        List<String> kinds =
                arguments.length > 1 ? List.of(arguments).subList(1, arguments.length) : KINDS;
        if (!KINDS.containsAll(kinds)) {
            System.err.println("kinds are " + KINDS);
            System.exit(2);
        }
        long seed =
                Optional.ofNullable(System.getenv("SEED")).map(Long::parseLong).orElse(USUAL_SEED);
        boolean fine;
        try (Scratch scratch = Scratch.named("zelvan-damage")) {
            fine = run(scratch.folder(), count, kinds, seed, System.out);
        }
        System.exit(fine ? 0 : 1);
    }

    private static boolean run(
            Path folder, int count, List<String> kinds, long seed, PrintStream out)
            throws IOException, ZelvanProblem {
        SmallSong song = SmallSong.in(folder);
        double seconds = song.lead().seconds();
        Path kept = folder.resolve("kept");
        boolean fine = true;
        for (String kind : kinds) {
            Trials trials = new Trials(kind, out);
            fine &=
                    switch (kind) {
                        case "sound" -> {
                            AudioTrials audio = new AudioTrials(folder, song.lead());
                            out.println("kinds of sound files: " + audio.kinds());
                            yield trials.run(count, i -> audio.trial(i, seed + i));
                        }
                        case "midi" -> {
                            MidiTrials midi = new MidiTrials(folder, song.chords());
                            yield trials.run(count / 4, i -> midi.trial(seed + i));
                        }
                        case "edits" -> {
                            EditTrials edits = new EditTrials(song.session(), seconds, kept);
                            yield trials.run(
                                    count / 10 / EditTrials.EDITS_A_TRIAL,
                                    i -> edits.trial(seed + i));
                        }
                        default -> {
                            SessionTrials sessions =
                                    new SessionTrials(folder, song.session(), seconds, kept);
                            yield trials.run(count / 4, i -> sessions.trial(seed + i));
                        }
                    };
        }
        return fine;
    }
}
