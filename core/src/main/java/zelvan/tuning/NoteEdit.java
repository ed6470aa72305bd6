package zelvan.tuning;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zelvan.analysis.Note;
import zelvan.analysis.PitchTrack;
import zelvan.dsp.Percentile;
import zelvan.units.RecordedSpan;

/// A note as the user says it is, and what is to become of it. It departs from what the settings
/// make of it.
///
/// @param span from when to when, in the voice's time
/// @param aimCents the pitch that its middle is put on, cents above A4; empty if it is drawn to
///   what the settings say
/// @param intonation how much of its offset from that is taken away, 0 to 1; empty if that is for
///   the settings to say
/// @param wander how much of its slow movement stays, 0 (none) to 2 (twice as much); empty if that
///   is for the settings to say
/// @param vibrato the same of its vibrato
public record NoteEdit(
        RecordedSpan span,
        Optional<Double> aimCents,
        Optional<Double> intonation,
        Optional<Double> wander,
        Optional<Double> vibrato) {
    /// Six octaves from A4 lies beyond all voices.
    private static final double FURTHEST_AIM_CENTS = 7200;

    private static final double SAME_SECONDS = 1e-6;

    /// What is left of a note must be as long as this to be one.
    private static final double SHORTEST_NOTE_SECONDS = 0.04;

    public NoteEdit {
        if (!(span.seconds() > 0)) {
            throw new IllegalArgumentException("a note must take time, was " + span);
        }
        if (!(Math.abs(aimCents.orElse(0.0)) <= FURTHEST_AIM_CENTS)) {
            throw new IllegalArgumentException(
                    "aimCents must be -7200 to 7200, was " + aimCents.orElse(0.0));
        }
        TuningSettings.check("intonation", intonation.orElse(0.0), 1);
        TuningSettings.check("wander", wander.orElse(0.0), TuningSettings.MOST);
        TuningSettings.check("vibrato", vibrato.orElse(0.0), TuningSettings.MOST);
    }

    /// A note as it is.
    public static NoteEdit of(RecordedSpan span) {
        return new NoteEdit(
                span, Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());
    }

    public NoteEdit withAim(double cents) {
        double within = Math.clamp(cents, -FURTHEST_AIM_CENTS, FURTHEST_AIM_CENTS);
        return new NoteEdit(span, Optional.of(within), intonation, wander, vibrato);
    }

    public NoteEdit withIntonation(double value) {
        return new NoteEdit(span, Optional.empty(), Optional.of(value), wander, vibrato);
    }

    public NoteEdit withWander(double value) {
        return new NoteEdit(span, aimCents, intonation, Optional.of(value), vibrato);
    }

    public NoteEdit withVibrato(double value) {
        return new NoteEdit(span, aimCents, intonation, wander, Optional.of(value));
    }

    /// Whether it is of exactly that note, wherever in a voice that lies.
    public boolean isOf(RecordedSpan note) {
        return Math.abs(span.startSeconds() - note.startSeconds()) < SAME_SECONDS
                && Math.abs(span.endSeconds() - note.endSeconds()) < SAME_SECONDS;
    }

    public NoteEdit withSpan(RecordedSpan value) {
        return new NoteEdit(value, aimCents, intonation, wander, vibrato);
    }

    /// The notes that were found, with those that the user speaks of in their place.
    ///
    /// @param found in order
    /// @param edits that do not overlap
    static List<Note> applied(List<Note> found, List<NoteEdit> edits, PitchTrack pitch) {
        if (edits.isEmpty()) {
            return found;
        }
        List<Note> notes = new ArrayList<>();
        for (Note note : found) {
            List<RecordedSpan> left = List.of(note.span());
            for (NoteEdit edit : edits) {
                left = left.stream().flatMap(s -> s.without(edit.span).stream()).toList();
            }
            if (left.equals(List.of(note.span()))) {
                notes.add(note);
            } else {
                left.stream()
                        .filter(s -> s.seconds() >= SHORTEST_NOTE_SECONDS)
                        .forEach(s -> notes.add(new Note(s, note.hertz())));
            }
        }
        edits.forEach(edit -> notes.add(new Note(edit.span, middleHertz(pitch, edit.span))));
        notes.sort(Comparator.comparingDouble(n -> n.span().startSeconds()));
        return notes;
    }

    /// 0 if it has no pitch at all.
    private static double middleHertz(PitchTrack pitch, RecordedSpan span) {
        List<Double> hertz = new ArrayList<>();
        for (int f = pitch.frameAt(span.startSeconds());
                f < pitch.frameAt(span.endSeconds());
                f++) {
            if (pitch.voiced(f)) {
                hertz.add(pitch.hertz(f));
            }
        }
        double[] all = hertz.stream().mapToDouble(Double::doubleValue).toArray();
        return all.length == 0 ? 0 : Percentile.midmean(all);
    }
}
