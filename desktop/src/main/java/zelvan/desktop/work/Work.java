package zelvan.desktop.work;

import java.nio.file.Path;
import zelvan.desktop.desk.Desk;
import zelvan.engine.Engine;
import zelvan.files.Ledger;

/// Everything that is done beside the window.
public final class Work implements AutoCloseable {
    private final Desk desk;
    private final Engine engine;
    private final Playback playback;
    private final Deriving deriving;
    private final MidiFiles midi;
    private final Documents documents;
    private final Prints prints;

    /// @param engine derives; closed with the work
    /// @param unsaved folder for autosaves of sessions that were never saved
    /// @param ledger of what was written for the user
    public Work(Desk desk, Engine engine, Path unsaved, Ledger ledger) {
        this.desk = desk;
        this.engine = engine;
        Background background = new Background(desk.deriving(), desk::say);
        playback = new Playback(desk, engine, background);
        deriving = new Deriving(desk, engine, background);
        midi = new MidiFiles(desk);
        documents = new Documents(desk, midi, background, unsaved, ledger);
        prints = new Prints(desk, engine, documents);
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
        documents.close();
        desk.hearing().player().close();
        engine.close();
    }
}
