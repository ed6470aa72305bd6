package zelvan.exchange;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import zelvan.tuning.Chord;
import zelvan.tuning.ChordFinder;
import zelvan.tuning.Harmony;
import zelvan.units.TempoMap;

/// The chords that the notes of a Standard MIDI File make, eighth by eighth.
///
/// **Source:** MIDI Manufacturers Association, *Standard MIDI Files 1.0* (1988) and *MIDI 1.0*
/// (1996) for the numbers of notes; *General MIDI* (1991) for channel 10, which is percussion.
final class MidiChords {
    private static final int SLOTS_PER_BEAT = 2;
    private static final int PERCUSSION = 9;
    private static final int PITCH_CLASSES = 12;

    private MidiChords() {}

    /// A note and when it sounds, in ticks.
    private record Played(int note, long from, long to) {}

    /// @return in order; empty if there are no notes
    static List<Harmony.Change> of(Sequence sequence, TempoMap tempo) {
        List<Optional<Chord>> chords = ChordFinder.find(slots(sequence));
        List<Harmony.Change> changes = new ArrayList<>();
        Optional<Chord> last = Optional.empty();
        for (int s = 0; s < chords.size(); s++) {
            Optional<Chord> chord = chords.get(s);
            if (chord.isPresent() && !chord.equals(last)) {
                double seconds = tempo.secondsAt((double) s / SLOTS_PER_BEAT);
                changes.add(new Harmony.Change(seconds, chord.get()));
            }
            last = chord;
        }
        return changes;
    }

    private static List<ChordFinder.Slot> slots(Sequence sequence) {
        List<Played> played = new ArrayList<>();
        for (Track track : sequence.getTracks()) {
            played.addAll(notes(track));
        }
        double slotTicks = (double) sequence.getResolution() / SLOTS_PER_BEAT;
        long end = played.stream().mapToLong(Played::to).max().orElse(0);
        List<ChordFinder.Slot> slots = new ArrayList<>();
        for (double from = 0; from < end; from += slotTicks) {
            slots.add(slot(played, from, from + slotTicks));
        }
        return slots;
    }

    private static ChordFinder.Slot slot(List<Played> played, double from, double to) {
        double[] weights = new double[PITCH_CLASSES];
        OptionalInt lowest = OptionalInt.empty();
        for (Played p : played) {
            double shared = (Math.min(to, p.to) - Math.max(from, p.from)) / (to - from);
            if (shared > 0) {
                int pitchClass = p.note % PITCH_CLASSES;
                weights[pitchClass] = Math.min(1, weights[pitchClass] + shared);
                lowest = OptionalInt.of(Math.min(p.note, lowest.orElse(p.note)));
            }
        }
        OptionalInt bass =
                lowest.isPresent()
                        ? OptionalInt.of(lowest.getAsInt() % PITCH_CLASSES)
                        : OptionalInt.empty();
        return new ChordFinder.Slot(weights, bass);
    }

    /// A note-on without velocity ends a note as a note-off does.
    private static List<Played> notes(Track track) {
        List<Played> played = new ArrayList<>();
        Map<Integer, Long> begun = new HashMap<>();
        for (int i = 0; i < track.size(); i++) {
            MidiEvent event = track.get(i);
            if (event.getMessage() instanceof ShortMessage message
                    && message.getChannel() != PERCUSSION) {
                boolean on = message.getCommand() == ShortMessage.NOTE_ON;
                boolean off = message.getCommand() == ShortMessage.NOTE_OFF;
                int note = message.getData1();
                int key = message.getChannel() * 128 + note;
                Long from = on || off ? begun.remove(key) : null;
                if (from != null) {
                    played.add(new Played(note, from, event.getTick()));
                }
                if (on && message.getData2() > 0) {
                    begun.put(key, event.getTick());
                }
            }
        }
        return played;
    }
}
