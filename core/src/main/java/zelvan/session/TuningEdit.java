package zelvan.session;

import java.util.List;
import java.util.Locale;
import zelvan.analysis.OctaveShift;
import zelvan.tuning.Harmony;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.TimeSpan;

/// A change of what is wanted of pitch.
public sealed interface TuningEdit extends Edit {
    /// How closely a stack's pitch follows.
    record SetStackTuning(String stackId, String name, TuningSettings tuning)
            implements TuningEdit {
        @Override
        public String title() {
            return name + ": " + describe(tuning);
        }

        @Override
        public Session apply(Session session) {
            return session.withStacks(
                    session.stacks().stream()
                            .map(s -> s.id().equals(stackId) ? s.withTuning(tuning) : s)
                            .toList());
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetStackTuning other && other.stackId.equals(stackId);
        }
    }

    /// How closely the pitch of all stacks follows.
    record SetAllTuning(TuningSettings tuning) implements TuningEdit {
        @Override
        public String title() {
            return "All stacks: " + describe(tuning);
        }

        @Override
        public Session apply(Session session) {
            return session.withStacks(
                    session.stacks().stream().map(s -> s.withTuning(tuning)).toList());
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetAllTuning;
        }
    }

    /// Where a voice departs in pitch from its stack.
    record SetVoiceTuning(String voiceId, String name, TuningDeparture departure)
            implements TuningEdit {
        @Override
        public String title() {
            return name + ": " + (departure.isNone() ? "pitch as its stack" : "own pitch settings");
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withTuning(departure));
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetVoiceTuning other
                    && other.voiceId.equals(voiceId)
                    && other.departure.isNone() == departure.isNone();
        }
    }

    /// Where a phrase departs in pitch from its voice.
    record SetPhraseTuning(
            String voiceId, String name, TimeSpan guideSpan, TuningDeparture departure)
            implements TuningEdit {
        @Override
        public String title() {
            return name
                    + ", phrase at "
                    + Edit.clock(guideSpan.startSeconds())
                    + ": "
                    + (departure.isNone() ? "pitch as its voice" : "own pitch settings");
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withPhraseTuning(guideSpan, departure));
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetPhraseTuning other
                    && other.voiceId.equals(voiceId)
                    && other.guideSpan.equals(guideSpan)
                    && other.departure.isNone() == departure.isNone();
        }
    }

    /// What the song's notes belong to.
    record SetHarmony(Harmony harmony) implements TuningEdit {
        @Override
        public String title() {
            return "Key: " + harmony.key().map(k -> k.name()).orElse("as found");
        }

        @Override
        public Session apply(Session session) {
            return session.withHarmony(harmony);
        }
    }

    /// Says that the pitch was heard in the wrong octave, in one or several voices.
    record ShiftOctave(List<Of> places, int octaves) implements TuningEdit {
        /// @param span in the voice's time
        public record Of(String voiceId, TimeSpan span) {}

        public ShiftOctave {
            places = List.copyOf(places);
        }

        @Override
        public String title() {
            return "Pitch heard an octave " + (octaves > 0 ? "too low" : "too high");
        }

        @Override
        public Session apply(Session session) {
            Session changed = session;
            for (Of place : places) {
                changed =
                        changed.changing(
                                place.voiceId,
                                v -> v.hearing(new OctaveShift(place.span, octaves)));
            }
            return changed;
        }
    }

    /// What is wanted of single notes, in one or several voices.
    ///
    /// @param what says it in a word
    /// @param gesture the same for all steps of one drag
    record SetNotes(List<Of> places, String what, long gesture) implements TuningEdit {
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
            Session changed = session;
            for (Of place : places) {
                changed = changed.changing(place.voiceId, v -> v.withNotes(place.notes));
            }
            return changed;
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetNotes other
                    && other.gesture == gesture
                    && other.what.equals(what);
        }
    }

    /// Notes become again what the settings make of them.
    record GiveBackNotes(List<Of> places) implements TuningEdit {
        /// @param span in the voice's time
        public record Of(String voiceId, TimeSpan span) {}

        public GiveBackNotes {
            places = List.copyOf(places);
        }

        @Override
        public String title() {
            return "Note: given back";
        }

        @Override
        public Session apply(Session session) {
            Session changed = session;
            for (Of place : places) {
                changed = changed.changing(place.voiceId, v -> v.withoutNotes(place.span));
            }
            return changed;
        }
    }

    private static String describe(TuningSettings tuning) {
        return tuning.target() == PitchTarget.OWN
                ? "own line"
                : String.format(
                        Locale.ROOT,
                        "pitch to %s, pull %.0f %%, slack %.0f cents",
                        tuning.target().word(),
                        tuning.pull() * 100,
                        tuning.slackCents());
    }
}
