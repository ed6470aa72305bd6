package zelvan.exchange;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.Sequence;
import javax.sound.midi.Track;
import zelvan.units.TempoMap;

/// The tempo and the meter of a Standard MIDI File.
///
/// **Source:** MIDI Manufacturers Association, *Standard MIDI Files 1.0* (1988): set-tempo events
/// give the microseconds of a quarter note, 500,000 before the first; time-signature events the
/// meter, 4/4 before the first. Beats are quarter notes here, whatever the meter's lower figure;
/// one meter is read, the first.
final class MidiTempo {
    private static final int SET_TEMPO = 0x51;
    private static final int TIME_SIGNATURE = 0x58;
    private static final double USUAL_BEAT_SECONDS = 0.5;
    private static final int USUAL_BEATS = 4;

    private MidiTempo() {}

    /// @throws ExchangeProblem if a tempo is none that a song has
    static TempoMap of(Path file, Sequence sequence) throws ExchangeProblem {
        List<TempoMap.Change> changes = new ArrayList<>();
        changes.add(new TempoMap.Change(0, 0, USUAL_BEAT_SECONDS));
        int beatsPerBar = 0;
        for (MidiEvent event : events(sequence)) {
            MetaMessage message = (MetaMessage) event.getMessage();
            byte[] data = message.getData();
            if (message.getType() == SET_TEMPO) {
                double beat = (double) event.getTick() / sequence.getResolution();
                int micros = (data[0] & 0xff) << 16 | (data[1] & 0xff) << 8 | data[2] & 0xff;
                if (micros * 1e-6 < TempoMap.FASTEST_BEAT_SECONDS
                        || micros * 1e-6 > TempoMap.SLOWEST_BEAT_SECONDS) {
                    throw new ExchangeProblem(
                            file,
                            "at beat "
                                    + Math.round(beat)
                                    + " its tempo is "
                                    + (micros == 0 ? "endless" : 60_000_000 / micros)
                                    + " beats a minute; 10 to 1000 are read",
                            "Mend the tempo in the sequencer");
                }
                TempoMap.Change last = changes.getLast();
                double seconds = last.seconds() + (beat - last.beat()) * last.beatSeconds();
                if (beat <= last.beat()) {
                    changes.removeLast();
                }
                changes.add(new TempoMap.Change(beat, seconds, micros * 1e-6));
            } else if (beatsPerBar == 0) {
                beatsPerBar = quarters(data[0], data[1]);
            }
        }
        return new TempoMap(changes, beatsPerBar == 0 ? USUAL_BEATS : beatsPerBar);
    }

    /// Quarter notes in a bar of so many notes, each a whole note divided by two that often.
    private static int quarters(int notes, int halvings) {
        long quarters = Math.round(notes * 4 / Math.pow(2, halvings));
        return (int) Math.clamp(quarters, 1, TempoMap.MOST_BEATS_PER_BAR);
    }

    /// Tempos and meters, in order of time.
    private static List<MidiEvent> events(Sequence sequence) {
        List<MidiEvent> events = new ArrayList<>();
        for (Track track : sequence.getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                boolean wanted =
                        track.get(i).getMessage() instanceof MetaMessage m
                                && (m.getType() == SET_TEMPO && m.getData().length >= 3
                                        || m.getType() == TIME_SIGNATURE
                                                && m.getData().length >= 2);
                if (wanted) {
                    events.add(track.get(i));
                }
            }
        }
        events.sort(java.util.Comparator.comparingLong(MidiEvent::getTick));
        return events;
    }
}
