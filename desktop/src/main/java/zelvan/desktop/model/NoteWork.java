package zelvan.desktop.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import zelvan.align.Alignment;
import zelvan.analysis.Note;
import zelvan.derived.DerivedVoice;
import zelvan.session.Gesture;
import zelvan.session.HandWork;
import zelvan.session.TuningEdit.GiveBackNotes;
import zelvan.session.TuningEdit.SetNotes;
import zelvan.session.Voice;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.ToneSet;
import zelvan.units.Pitch;
import zelvan.units.TimeSpan;

/// What an editor does to single notes: to the one that has the focus, and with it to the same note
/// of all other selected voices.
public final class NoteWork {
    private final AppModel model;

    NoteWork(AppModel model) {
        this.model = model;
    }

    /// A note as it is when somebody takes it.
    ///
    /// @param edit what is wanted of it
    /// @param cents where it sounds, above A4
    public record Taken(String voiceId, NoteEdit edit, double cents) {}

    /// The note that has the focus, and the same one of the other selected voices.
    public List<Taken> taken() {
        if (!(model.focus().get() instanceof Focus.OnNote(String voiceId, TimeSpan span))) {
            return List.of();
        }
        List<Taken> taken = new ArrayList<>();
        made(voiceId).flatMap(m -> taken(m, span)).ifPresent(taken::add);
        Alignment matched = made(voiceId).map(DerivedVoice::alignment).orElse(Alignment.NONE);
        double guideSeconds = matched.guideSecondsAt(span.middleSeconds());
        for (String other : model.selection().get().voiceIds()) {
            if (!other.equals(voiceId)) {
                made(other)
                        .flatMap(m -> noteAt(m, guideSeconds).flatMap(n -> taken(m, n.span())))
                        .ifPresent(taken::add);
            }
        }
        return taken;
    }

    private Optional<DerivedVoice> made(String voiceId) {
        return model.derived().get().voice(voiceId);
    }

    private Optional<Voice> voice(String voiceId) {
        return model.session().voice(voiceId);
    }

    private HandWork hand(Voice voice) {
        return model.session().handOf(voice);
    }

    private static List<Note> notes(DerivedVoice made) {
        return made.pitched().result().notes();
    }

    private static Optional<Note> noteAt(DerivedVoice made, double guideSeconds) {
        Alignment matched = made.alignment();
        return notes(made).stream()
                .filter(n ->
                        matched.guideSecondsAt(n.span().startSeconds()) <= guideSeconds
                                && matched.guideSecondsAt(n.span().endSeconds()) > guideSeconds)
                .findFirst();
    }

    private Optional<Taken> taken(DerivedVoice made, TimeSpan span) {
        Optional<Voice> voice = voice(made.voiceId());
        Optional<Note> note =
                notes(made).stream()
                        .filter(n -> n.span().equals(span) && n.hertz() > 0)
                        .findFirst();
        if (voice.isEmpty() || note.isEmpty()) {
            return Optional.empty();
        }
        NoteEdit edit = hand(voice.get()).note(span);
        double sounds =
                Pitch.centsBetween(Pitch.A4_HERTZ, note.get().hertz())
                        + made.pitched().result().map().centsAt(span.middleSeconds());
        return Optional.of(new Taken(voice.get().id(), edit, edit.aimCents().orElse(sounds)));
    }

    /// Puts notes on other pitches, all as far from where they were.
    public void move(List<Taken> taken, double cents, Gesture gesture) {
        set(taken, t -> t.edit.withAim(t.cents + cents), "moved", gesture);
    }

    /// Moves what has the focus by some cents.
    public void nudge(double cents) {
        List<Taken> taken = taken();
        if (taken.isEmpty()) {
            askForNote();
        } else {
            move(taken, cents, Gesture.begin());
        }
    }

    /// How far a note is to be moved so that it sits on the nearest tone of the key.
    ///
    /// @param cents where it is, above A4
    public double toNearestTone(double cents) {
        ToneSet tones =
                model.derived().get().harmony().key().map(k -> k.tones()).orElse(ToneSet.ALL);
        int tone = tones.nearest(Pitch.midiNoteOf(Pitch.A4_HERTZ * Pitch.ratio(cents)));
        return Pitch.centsBetween(Pitch.A4_HERTZ, Pitch.hertzOfMidiNote(tone)) - cents;
    }

    /// Changes an amount of what has the focus.
    public void shape(UnaryOperator<NoteEdit> change, String what, Gesture gesture) {
        set(taken(), t -> change.apply(t.edit), what, gesture);
    }

    private interface Change {
        NoteEdit of(Taken taken);
    }

    private void set(List<Taken> taken, Change change, String what, Gesture gesture) {
        if (!taken.isEmpty()) {
            List<SetNotes.Of> places =
                    taken.stream()
                            .map(t -> new SetNotes.Of(t.voiceId, List.of(change.of(t))))
                            .toList();
            model.apply(new SetNotes(places, what), gesture);
        }
    }

    /// Divides a note in two.
    ///
    /// @param sourceSeconds where, in the voice's time
    public void split(String voiceId, TimeSpan span, double sourceSeconds) {
        voice(voiceId)
                .filter(v -> span.contains(sourceSeconds) && sourceSeconds > span.startSeconds())
                .ifPresent(v -> {
                    NoteEdit whole = hand(v).note(span);
                    TimeSpan first = new TimeSpan(span.startSeconds(), sourceSeconds);
                    TimeSpan second = new TimeSpan(sourceSeconds, span.endSeconds());
                    model.apply(
                            new SetNotes(
                                    List.of(
                                            new SetNotes.Of(
                                                    voiceId,
                                                    List.of(
                                                            whole.withSpan(first),
                                                            whole.withSpan(second)))),
                                    "split"));
                    model.focus().set(new Focus.OnNote(voiceId, second));
                });
    }

    /// Makes one note of the one that has the focus and the next.
    public void join() {
        if (!(model.focus().get() instanceof Focus.OnNote(String voiceId, TimeSpan span))) {
            askForNote();
            return;
        }
        Optional<Note> next =
                made(voiceId).stream()
                        .flatMap(m -> notes(m).stream())
                        .filter(n -> n.span().startSeconds() >= span.endSeconds() - 1e-9)
                        .findFirst();
        if (next.isPresent()) {
            TimeSpan both = new TimeSpan(span.startSeconds(), next.get().span().endSeconds());
            voice(voiceId)
                    .ifPresent(v ->
                            model.apply(
                                    new SetNotes(
                                            List.of(
                                                    new SetNotes.Of(
                                                            voiceId,
                                                            List.of(
                                                                    hand(v).note(span)
                                                                            .withSpan(both)))),
                                            "joined")));
            model.focus().set(new Focus.OnNote(voiceId, both));
        }
    }

    /// Whether what has the focus departs from the settings.
    public boolean departs() {
        return taken().stream()
                .anyMatch(t ->
                        voice(t.voiceId)
                                .map(v -> hand(v).notes().stream())
                                .orElseThrow()
                                .anyMatch(n -> n.span().equals(t.edit.span())));
    }

    /// Leaves what has the focus to the settings again.
    public void giveBack() {
        giveBack(
                taken().stream().map(t -> new GiveBackNotes.Of(t.voiceId, t.edit.span())).toList());
    }

    /// Leaves notes to the settings again.
    public void giveBack(List<GiveBackNotes.Of> notes) {
        if (!notes.isEmpty()) {
            model.apply(new GiveBackNotes(notes));
        }
    }

    /// The notes of some voices that depart from the settings.
    ///
    /// @param phrase of the guide, to which they must belong; empty for anywhere
    public List<GiveBackNotes.Of> byHand(List<Voice> voices, Optional<TimeSpan> phrase) {
        List<GiveBackNotes.Of> found = new ArrayList<>();
        for (Voice voice : voices) {
            Alignment matched =
                    made(voice.id()).map(DerivedVoice::alignment).orElse(Alignment.NONE);
            for (NoteEdit note : hand(voice).notes()) {
                double guide = matched.guideSecondsAt(note.span().middleSeconds());
                if (phrase.map(p -> p.contains(guide)).orElse(true)) {
                    found.add(new GiveBackNotes.Of(voice.id(), note.span()));
                }
            }
        }
        return found;
    }

    private void askForNote() {
        model.say("First click a note in the Pitch lens (key 2).");
    }
}
