package zelvan.desktop.model;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import zelvan.exchange.ExchangeProblem;
import zelvan.exchange.MidiSong;
import zelvan.session.Edit;
import zelvan.session.Gesture;
import zelvan.session.TuningEdit.SetChords;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.tuning.Harmony.Change;
import zelvan.units.Clock;
import zelvan.units.Grid;
import zelvan.units.TempoMap;
import zelvan.units.TimeSpan;

/// What an editor does to the chords of the song.
public final class ChordWork {
    private final AppModel model;
    private final ObjectProperty<Optional<Double>> writing =
            new SimpleObjectProperty<>(Optional.empty());

    ChordWork(AppModel model) {
        this.model = model;
    }

    /// The moment of the song at which a chord is being written, if one is.
    public ObjectProperty<Optional<Double>> writing() {
        return writing;
    }

    /// Asks for a chord at the playhead.
    public void writeAtPlayhead() {
        model.lens().set(Lens.PITCH);
        writing.set(Optional.of(snapped(model.playback().player().positionSeconds())));
    }

    private Harmony harmony() {
        return model.session().harmony();
    }

    /// Writes a chord; an empty sign takes the one that begins there away.
    ///
    /// @return whether the sign is understood
    public boolean write(double seconds, String sign) {
        if (sign.isBlank()) {
            harmony()
                    .changeBefore(seconds)
                    .filter(c -> c.seconds() == seconds)
                    .ifPresent(this::remove);
            return true;
        }
        Optional<Chord> chord = Chord.parse(sign);
        if (chord.isEmpty()) {
            model.say(
                    "“"
                            + sign.trim()
                            + "” is not understood as a chord. Write it as C, F♯m, Bb7, Gsus4 or"
                            + " Am7/G.");
            return false;
        }
        Harmony written = harmony().with(new Change(seconds, chord.get()));
        if (!written.equals(harmony())) {
            set(written, chord.get().name() + " at " + Clock.text(seconds, 2), Gesture.begin());
        }
        return true;
    }

    private void set(Harmony harmony, String what, Gesture gesture) {
        model.apply(new SetChords(harmony.chords(), what), gesture);
    }

    /// Lets a chord begin at another moment.
    ///
    /// @param original as it was before the drag
    /// @param gesture the same for all steps of one drag
    public void move(Harmony original, Change change, double seconds, Gesture gesture) {
        Change moved = new Change(Math.max(0, seconds), change.chord());
        set(
                original.without(change.seconds()).with(moved),
                change.chord().name() + " moved",
                gesture);
        model.focus().set(new Focus.OnChord(moved));
    }

    /// Takes a chord away: the one before goes on.
    public void remove(Change change) {
        set(
                harmony().without(change.seconds()),
                change.chord().name() + " taken away",
                Gesture.begin());
        model.focus().set(Focus.NOTHING);
    }

    /// The beat that is nearest, where the tempo is known.
    public double snapped(double seconds) {
        return tempo().map(t -> t.secondsAt(Math.rint(t.beatAt(seconds)))).orElse(seconds);
    }

    private Optional<TempoMap> tempo() {
        return model.session().grid().map(Grid::tempo);
    }

    /// Where the next chord most likely begins: on the next bar, or with the guide's next phrase.
    public Optional<Double> next(double seconds) {
        if (tempo().isPresent()) {
            TempoMap tempo = tempo().get();
            double bar = Math.floor(tempo.beatAt(seconds) / tempo.beatsPerBar() + 1e-6);
            return Optional.of(tempo.secondsAt((bar + 1) * tempo.beatsPerBar()));
        }
        return model.derived().get().guidePhrases().stream()
                .map(model::sounding)
                .map(TimeSpan::startSeconds)
                .filter(start -> start > seconds)
                .findFirst();
    }

    /// Reads the chords of a MIDI file, and its tempo where none is known.
    public void readMidi(Path file) {
        List<Edit> edits = fromMidi(file);
        if (!edits.isEmpty()) {
            model.apply(new Edit.Together("Chords: from " + file.getFileName(), edits));
        }
    }

    /// The same as edits; none if the file cannot be read, and that is said.
    List<Edit> fromMidi(Path file) {
        try {
            MidiSong song = MidiSong.read(file);
            List<Edit> edits = song.edits(model.session(), "from " + file.getFileName());
            if (song.chords().isEmpty()) {
                model.say(file.getFileName() + ": there are no notes in it, so no chords.");
            }
            return edits;
        } catch (ExchangeProblem e) {
            model.say(e.getMessage());
            return List.of();
        }
    }
}
