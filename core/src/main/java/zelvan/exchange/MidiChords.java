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
    private static final int NOTES = 128;

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

    /// What is played in each slot. A note adds its share to the slots where it begins and ends; in
    /// those between them it is counted from its beginning to its end.
    private static List<ChordFinder.Slot> slots(Sequence sequence) {
        List<Played> played = new ArrayList<>();
        for (Track track : sequence.getTracks()) {
            played.addAll(notes(track));
        }
        double slotTicks = (double) sequence.getResolution() / SLOTS_PER_BEAT;
        long end = played.stream().mapToLong(Played::to).max().orElse(0);
        int count = (int) Math.ceil(end / slotTicks);
        double[][] shares = new double[count][NOTES];
        int[][] begins = new int[count + 1][NOTES];
        for (Played p : played) {
            int first = (int) (p.from / slotTicks);
            int last = Math.min(count - 1, (int) (p.to / slotTicks));
            for (int s = first; s <= last; s = s == first && last > first ? last : s + 1) {
                double from = Math.max(p.from, s * slotTicks);
                double to = Math.min(p.to, (s + 1) * slotTicks);
                shares[s][p.note] += Math.max(0, to - from) / slotTicks;
            }
            if (last > first + 1) {
                begins[first + 1][p.note]++;
                begins[last][p.note]--;
            }
        }
        List<ChordFinder.Slot> slots = new ArrayList<>();
        int[] held = new int[NOTES];
        for (int s = 0; s < count; s++) {
            for (int note = 0; note < NOTES; note++) {
                held[note] += begins[s][note];
                shares[s][note] += held[note];
            }
            slots.add(slot(shares[s]));
        }
        return slots;
    }

    /// @param shares of the slot in which each note sounds
    private static ChordFinder.Slot slot(double[] shares) {
        double[] weights = new double[PITCH_CLASSES];
        OptionalInt lowest = OptionalInt.empty();
        for (int note = 0; note < NOTES; note++) {
            if (shares[note] > 0) {
                int pitchClass = note % PITCH_CLASSES;
                weights[pitchClass] = Math.min(1, weights[pitchClass] + shares[note]);
                lowest = lowest.isPresent() ? lowest : OptionalInt.of(note % PITCH_CLASSES);
            }
        }
        return new ChordFinder.Slot(weights, lowest);
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
