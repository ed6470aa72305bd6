package zelvan.desktop.work;

import java.nio.file.Path;
import java.util.List;
import zelvan.desktop.acts.Guiding;
import zelvan.desktop.desk.Desk;
import zelvan.exchange.ExchangeProblem;
import zelvan.exchange.MidiSong;
import zelvan.session.Edit;
import zelvan.units.TempoMap;

/// What comes from MIDI files: chords and tempo.
public final class MidiFiles {
    private final Desk desk;

    MidiFiles(Desk desk) {
        this.desk = desk;
    }

    /// Reads the chords of a file, and its tempo where none is known.
    public void readChords(Path file) {
        List<Edit> edits = chords(file);
        if (!edits.isEmpty()) {
            desk.apply(new Edit.Together("Chords: from " + file.getFileName(), edits));
        }
    }

    /// The same as edits; none if the file cannot be read, and that is said.
    List<Edit> chords(Path file) {
        try {
            MidiSong song = MidiSong.read(file);
            if (song.chords().isEmpty()) {
                desk.say(file.getFileName() + ": there are no notes in it, so no chords.");
            }
            return song.edits(desk.session(), "from " + file.getFileName());
        } catch (ExchangeProblem e) {
            desk.say(e.getMessage());
            return List.of();
        }
    }

    /// Reads the tempo of a file.
    public void readTempo(Path file) {
        try {
            TempoMap tempo = MidiSong.read(file).tempo();
            desk.act(now -> new Guiding(now).setTempo(tempo));
        } catch (ExchangeProblem e) {
            desk.say(e.getMessage());
        }
    }
}
