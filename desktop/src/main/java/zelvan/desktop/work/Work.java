package zelvan.desktop.work;

import java.nio.file.Path;
import zelvan.desktop.desk.Desk;
import zelvan.engine.Engine;
import zelvan.files.Ledger;
import zelvan.problem.ZelvanProblem;
import zelvan.session.OwnStarts;

/// Everything that is done beside the window.
public final class Work implements AutoCloseable {
    /// Folder, in that for what must not get lost.
    public static final String UNSAVED = "unsaved";

    private static final String STARTS = "starting-points.json";

    private final Desk desk;
    private final Engine engine;
    private final Playback playback;
    private final Deriving deriving;
    private final MidiFiles midi;
    private final Documents documents;
    private final Arrivals arrivals;
    private final Prints prints;
    private final WaveReading waves;

    /// @param engine derives; closed with the work
    /// @param data folder for what must not get lost: autosaves of sessions that were never saved,
    ///   the user's own starting points
    /// @param ledger of what was written for the user
    public Work(Desk desk, Engine engine, Path data, Ledger ledger) {
        this.desk = desk;
        this.engine = engine;
        Background background = new Background(desk.deriving(), desk::say);
        playback = new Playback(desk, engine, background);
        deriving = new Deriving(desk, engine, background);
        new OnsetListening(desk, engine, background);
        midi = new MidiFiles(desk);
        documents = new Documents(desk, midi, background, data.resolve(UNSAVED), ledger);
        arrivals = new Arrivals(desk, documents, ledger);
        prints = new Prints(desk, engine, documents);
        waves = new WaveReading(desk.sight().waves());
        keepStarts(data.resolve(STARTS));
    }

    private void keepStarts(Path file) {
        try {
            desk.startFrom(OwnStarts.read(file));
        } catch (ZelvanProblem e) {
            desk.say(e.getMessage());
        }
        desk.starts()
                .subscribe((before, now) -> {
                    try {
                        now.keep(file);
                    } catch (ZelvanProblem e) {
                        desk.say(e.getMessage());
                    }
                });
    }

    /// How what is derived comes to be that of the session.
    public Deriving deriving() {
        return deriving;
    }

    /// What comes from MIDI files.
    public MidiFiles midi() {
        return midi;
    }

    /// What comes from files and goes to files.
    public Documents documents() {
        return documents;
    }

    /// What is written for others.
    public Prints prints() {
        return prints;
    }

    /// What is heard.
    public Playback playback() {
        return playback;
    }

    @Override
    public void close() {
        arrivals.close();
        documents.close();
        waves.close();
        playback.close();
        engine.close();
    }
}
