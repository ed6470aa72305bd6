package zelvan.session;

import java.util.List;
import java.util.Optional;
import zelvan.analysis.OctaveShift;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.NoteEdit;
import zelvan.units.RecordedSpan;

/// A change of what is wanted of pitch.
public sealed interface TuningEdit extends Edit {
    /// The song's key.
    ///
    /// @param key empty if it is to be found
    record SetKey(Optional<Key> key) implements TuningEdit {
        @Override
        public String title() {
            return "Key: " + key.map(Key::name).orElse("as found");
        }

        @Override
        public Session apply(Session session) {
            return session.withHarmony(session.harmony().withKey(key));
        }
    }

    /// The song's chords.
    ///
    /// @param what says what is done to them
    record SetChords(List<Harmony.Change> chords, String what) implements TuningEdit {
        public SetChords {
            chords = List.copyOf(chords);
        }

        @Override
        public String title() {
            return "Chords: " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.withHarmony(session.harmony().withChords(chords));
        }
    }

    /// Says in which octave something is sung, in one or several voices.
    ///
    /// @param octaves how far above what was heard; 0 says that it was heard right
    record ShiftOctave(List<Of> places, int octaves) implements TuningEdit {
        /// @param span in the voice's time
        public record Of(String voiceId, RecordedSpan span) {}

        public ShiftOctave {
            places = List.copyOf(places);
        }

        @Override
        public String title() {
            return octaves == 0
                    ? "Pitch heard in the right octave"
                    : "Pitch heard an octave " + (octaves > 0 ? "too low" : "too high");
        }

        @Override
        public Session apply(Session session) {
            return session.handling(
                    places, Of::voiceId, (v, p) -> v.hearing(new OctaveShift(p.span, octaves)));
        }
    }

    /// What is wanted of single notes, in one or several voices.
    ///
    /// @param what says it in a word
    record SetNotes(List<Of> places, String what) implements TuningEdit {
        /// @param notes what takes the place of all that was said of where they lie
        public record Of(String voiceId, List<NoteEdit> notes) {
            public Of {
                notes = List.copyOf(notes);
            }
        }

        public SetNotes {
            places = List.copyOf(places);
        }

        @Override
        public String title() {
            return "Note: " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.handling(places, Of::voiceId, (v, p) -> v.withNotes(p.notes));
        }
    }

    /// Notes become again what the settings make of them.
    record GiveBackNotes(List<Of> places) implements TuningEdit {
        /// @param span in the voice's time
        public record Of(String voiceId, RecordedSpan span) {}

        public GiveBackNotes {
            places = List.copyOf(places);
        }

        @Override
        public String title() {
            return places.size() == 1 ? "Note: given back" : places.size() + " notes given back";
        }

        @Override
        public Session apply(Session session) {
            return session.handling(places, Of::voiceId, (v, p) -> v.withoutNotes(p.span));
        }
    }
}
