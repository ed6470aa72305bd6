package zelvan.singers;

import java.util.List;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import zelvan.files.Target;
import zelvan.files.WholeFile;
import zelvan.files.WriteProblem;

/// The accompaniment as a Standard MIDI File: its tempo, its meter, and a chord a bar.
final class ChordSheet {
    private static final int TICKS_PER_BEAT = 96;
    private static final int SET_TEMPO = 0x51;
    private static final int TIME_SIGNATURE = 0x58;
    private static final int VELOCITY = 64;

    private ChordSheet() {}

    /// @param bars one after the other, repeated to the end
    static void write(Target target, double beatSeconds, List<Song.Bar> bars, double seconds)
            throws WriteProblem {
        try {
            Sequence sequence = new Sequence(Sequence.PPQ, TICKS_PER_BEAT);
            Track track = sequence.createTrack();
            int micros = (int) Math.round(beatSeconds * 1e6);
            track.add(meta(SET_TEMPO, micros >> 16, micros >> 8, micros));
            track.add(meta(TIME_SIGNATURE, Song.BEATS_IN_BAR, 2, 24, 8));
            int count = (int) (seconds / beatSeconds / Song.BEATS_IN_BAR);
            for (int i = 0; i < count; i++) {
                long from = (long) i * Song.BEATS_IN_BAR * TICKS_PER_BEAT;
                long to = from + (long) Song.BEATS_IN_BAR * TICKS_PER_BEAT;
                for (int note : bars.get(i % bars.size()).chordNotes()) {
                    track.add(at(from, new ShortMessage(ShortMessage.NOTE_ON, note, VELOCITY)));
                    track.add(at(to, new ShortMessage(ShortMessage.NOTE_OFF, note, 0)));
                }
            }
            WholeFile.write(target, file -> MidiSystem.write(sequence, 0, file.toFile()));
        } catch (InvalidMidiDataException e) {
            throw new IllegalStateException("the notes are those of MIDI", e);
        }
    }

    private static MidiEvent meta(int type, int... data) throws InvalidMidiDataException {
        byte[] bytes = new byte[data.length];
        for (int i = 0; i < bytes.length; i++) {
            bytes[i] = (byte) data[i];
        }
        return at(0, new MetaMessage(type, bytes, bytes.length));
    }

    private static MidiEvent at(long tick, MidiMessage message) {
        return new MidiEvent(message, tick);
    }
}
