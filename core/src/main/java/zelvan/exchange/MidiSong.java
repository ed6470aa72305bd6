package zelvan.exchange;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import zelvan.audio.SoundFiles;
import zelvan.session.Edit;
import zelvan.session.GuideEdit;
import zelvan.session.Session;
import zelvan.session.TuningEdit;
import zelvan.tuning.Harmony;
import zelvan.units.Grid;
import zelvan.units.TempoMap;

/// What a Standard MIDI File says of a song.
///
/// @param tempo and meter
/// @param chords in order; empty if the file has no notes
public record MidiSong(TempoMap tempo, List<Harmony.Change> chords) {
    /// As long as the voices may be.
    private static final double LONGEST_SECONDS = SoundFiles.LONGEST_SECONDS;

    /// A song's notes are some kilobytes.
    private static final long MOST_BYTES = 4_000_000;

    public MidiSong {
        chords = List.copyOf(chords);
    }

    /// Whether a file's name says that it is one.
    public static boolean hasMidiName(Path file) {
        String name = file.toString().toLowerCase(Locale.ROOT);
        return name.endsWith(".mid") || name.endsWith(".midi");
    }

    /// @throws ExchangeProblem if it cannot be read, counts frames instead of beats, has a tempo
    ///   that no song has, or goes on for longer than one
    public static MidiSong read(Path file) throws ExchangeProblem {
        Sequence sequence = open(file);
        TempoMap tempo = MidiTempo.of(file, sequence);
        double seconds =
                tempo.secondsAt((double) sequence.getTickLength() / sequence.getResolution());
        if (seconds > LONGEST_SECONDS) {
            throw new ExchangeProblem(
                    file,
                    String.format(
                            Locale.ROOT,
                            "it goes on for %.0f minutes; up to %.0f are read",
                            seconds / 60,
                            LONGEST_SECONDS / 60),
                    "Save the song by itself from the sequencer");
        }
        return new MidiSong(tempo, MidiChords.of(sequence, tempo));
    }

    /// What it says of a session: its chords, and its tempo where none is known.
    ///
    /// @param from what the history calls it
    public List<Edit> edits(Session session, String from) {
        List<Edit> edits = new ArrayList<>();
        edits.add(new TuningEdit.SetChords(chords, from));
        if (session.grid().isEmpty()) {
            Grid grid = new Grid(tempo, Grid.Division.BEATS, Grid.STRAIGHT);
            edits.add(new GuideEdit.SetGrid(Optional.of(grid), from));
        }
        return edits;
    }

    private static Sequence open(Path file) throws ExchangeProblem {
        try {
            if (Files.size(file) > MOST_BYTES) {
                throw new ExchangeProblem(
                        file, "it is too large for the notes of a song", "Choose another file");
            }
            Sequence sequence = MidiSystem.getSequence(file.toFile());
            if (sequence.getResolution() < 1) {
                throw notMidi(file, new InvalidMidiDataException("no ticks in a beat"));
            }
            if (sequence.getDivisionType() != Sequence.PPQ) {
                throw new ExchangeProblem(
                        file,
                        "it counts film frames, not beats",
                        "Save it from the sequencer with ticks per quarter note");
            }
            return sequence;
        } catch (InvalidMidiDataException | IllegalArgumentException e) {
            throw notMidi(file, e);
        } catch (IndexOutOfBoundsException | NegativeArraySizeException e) {
            // What the platform's reader makes of a damaged length.
            throw notMidi(file, e);
        } catch (IOException e) {
            throw new ExchangeProblem(file, "it could not be read", "Check its name and place", e);
        }
    }

    private static ExchangeProblem notMidi(Path file, Exception cause) {
        return new ExchangeProblem(
                file, "it is not a MIDI file", "Choose a file that ends in .mid", cause);
    }
}
