package zelvan.bench.damage;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.stream.Stream;
import zelvan.problem.ZelvanProblem;

/// Damaged sound files, sessions and MIDI files, and random edits: `scripts/damage [N]`.
///
/// With N a number of sound files (20,000); a quarter as many sessions and MIDI files and a tenth
/// as many edits. The cases are seeded, so that a second run has the same ones.
public final class DamageBench {
    private static final long SEED = 20_261_127;

    private DamageBench() {}

    public static void main(String[] arguments) throws IOException, ZelvanProblem {
        int count = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 20_000;
        Path folder = Files.createTempDirectory("zelvan-damage");
        boolean fine;
        try {
            fine = run(folder, count, System.out);
        } finally {
            try (Stream<Path> all = Files.walk(folder)) {
                all.sorted(Comparator.reverseOrder())
                        .map(Path::toFile)
                        .forEach(java.io.File::delete);
            }
        }
        System.exit(fine ? 0 : 1);
    }

    private static boolean run(Path folder, int count, PrintStream out)
            throws IOException, ZelvanProblem {
        SmallSong song = SmallSong.in(folder);
        AudioTrials audio = new AudioTrials(folder, song.lead());
        double seconds = song.lead().seconds();
        Path kept = folder.resolve("kept");
        out.println("sound files of the kinds " + audio.kinds() + "; seed " + SEED);
        MidiTrials midi = new MidiTrials(folder, song.chords());
        EditTrials edits = new EditTrials(song.session(), seconds, kept);
        boolean fine = new Trials("sound", out).run(count, i -> audio.trial(i, SEED + i));
        fine &= new Trials("midi", out).run(count / 4, i -> midi.trial(SEED + i));
        fine &=
                new Trials("edits", out)
                        .run(count / 10 / EditTrials.EDITS_A_TRIAL, i -> edits.trial(SEED + i));
        SessionTrials sessions = new SessionTrials(folder, song.session(), seconds, kept);
        fine &= new Trials("sessions", out).run(count / 4, i -> sessions.trial(SEED + i));
        return fine;
    }
}
