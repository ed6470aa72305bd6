package zelvan.bench.damage;

import java.nio.file.Path;
import java.util.Random;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Listening;
import zelvan.engine.Progress;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.session.Session;

/// Random edits, one on top of the other, each derived and heard.
final class EditTrials {
    static final int EDITS_A_TRIAL = 5;

    private static final int RATE_HERTZ = 48_000;

    private final Session session;
    private final double seconds;
    private final Engine engine;

    /// @param seconds length of the voices
    EditTrials(Session session, double seconds, Path kept) {
        this.session = session;
        this.seconds = seconds;
        engine = new Engine(new KeptWork(kept));
    }

    Trial trial(long seed) {
        return new Trial(
                "edits " + seed,
                () -> {
                    Random random = new Random(seed);
                    RandomEdits edits = new RandomEdits(random, seconds);
                    Session edited = session;
                    for (int i = 0; i < EDITS_A_TRIAL && !edited.voices().isEmpty(); i++) {
                        edited = edits.next(edited).apply(edited);
                        hear(engine.derive(edited, Progress.NONE), random);
                    }
                    return Trial.Outcome.FINE;
                });
    }

    /// A moment of everything, as fast as sung and half as fast.
    static void hear(Derived derived, Random random) {
        float[] block = new float[2048];
        for (double slowness : new double[] {1, 2}) {
            Program program =
                    new Listening(RATE_HERTZ, slowness)
                            .program(derived.session(), derived, Version.LOCKED);
            for (Program.Track track : program.tracks()) {
                long frames = track.locked().frames();
                long at = (long) (random.nextDouble() * frames);
                track.locked().read(0, at, block, block.length);
            }
        }
    }
}
