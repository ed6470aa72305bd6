package zelvan.exchange;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import zelvan.tuning.Harmony;
import zelvan.units.TempoMap;

/// What a Standard MIDI File says of a song.
///
/// @param tempo and meter
/// @param chords in order; empty if the file has no notes
public record MidiSong(TempoMap tempo, List<Harmony.Change> chords) {
    public MidiSong {
        chords = List.copyOf(chords);
    }

    /// Whether a file's name says that it is one.
    public static boolean hasMidiName(Path file) {
        String name = file.toString().toLowerCase(Locale.ROOT);
        return name.endsWith(".mid") || name.endsWith(".midi");
    }

    /// @throws ExchangeProblem if it cannot be read, or counts frames instead of beats
    public static MidiSong read(Path file) throws ExchangeProblem {
        Sequence sequence = open(file);
        TempoMap tempo = MidiTempo.of(sequence);
        return new MidiSong(tempo, MidiChords.of(sequence, tempo));
    }

    private static Sequence open(Path file) throws ExchangeProblem {
        try {
            Sequence sequence = MidiSystem.getSequence(file.toFile());
            if (sequence.getDivisionType() != Sequence.PPQ) {
                throw new ExchangeProblem(
                        file,
                        "it counts film frames, not beats",
                        "Save it from the sequencer with ticks per quarter note");
            }
            return sequence;
        } catch (InvalidMidiDataException e) {
            throw new ExchangeProblem(
                    file, "it is not a MIDI file", "Choose a file that ends in .mid", e);
        } catch (IOException e) {
            throw new ExchangeProblem(file, "it could not be read", "Check its name and place", e);
        }
    }
}
