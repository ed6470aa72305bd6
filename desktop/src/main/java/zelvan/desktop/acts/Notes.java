package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.UnaryOperator;
import zelvan.analysis.Note;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.Clocks;
import zelvan.derived.DerivedVoice;
import zelvan.session.HandWork;
import zelvan.session.TuningEdit.GiveBackNotes;
import zelvan.session.TuningEdit.SetNotes;
import zelvan.session.Voice;
import zelvan.tuning.Key;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.ToneSet;
import zelvan.units.GuideSpan;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

/// What an editor does to single notes: to the one that has the focus, and with it to the same note
/// of all other selected voices.
public record Notes(State now) {
    private static final double SAME_SECONDS = 1e-9;

    /// A note as it is when somebody takes it.
    ///
    /// @param edit what is wanted of it
    /// @param cents where it sounds, above A4
    public record Taken(String voiceId, NoteEdit edit, double cents) {}

    /// The notes that have the focus; where it is one, the same one of the other selected voices as
    /// well.
    public List<Taken> taken() {
        return now.focus() instanceof Focus.OnNote(String voiceId, RecordedSpan span)
                ? taken(voiceId, span)
                : now.focus().notes().stream()
                        .flatMap(n ->
                                now.made(n.voiceId()).flatMap(m -> taken(m, n.span())).stream())
                        .toList();
    }

    private List<Taken> taken(String voiceId, RecordedSpan span) {
        List<Taken> taken = new ArrayList<>();
        now.made(voiceId).flatMap(m -> taken(m, span)).ifPresent(taken::add);
        double guideSeconds = now.clocks(voiceId).guideSecondsOf(span.middleSeconds());
        for (String other : now.selection().voiceIds()) {
            if (!other.equals(voiceId)) {
                now.made(other)
                        .flatMap(m -> noteAt(m, guideSeconds).flatMap(n -> taken(m, n.span())))
                        .ifPresent(taken::add);
            }
        }
        return taken;
    }

    /// The notes of a voice, with those that were divided and joined.
    static List<Note> of(DerivedVoice made) {
        return made.pitched().matched().isPresent()
                ? made.pitched().result().notes()
                : made.analysis().map(VoiceAnalysis::notes).orElse(List.of());
    }

    private Optional<Note> noteAt(DerivedVoice made, double guideSeconds) {
        Clocks clocks = now.clocks(made.voiceId());
        return of(made).stream()
                .filter(n -> clocks.guide(n.span()).contains(guideSeconds))
                .findFirst();
    }

    private Optional<Taken> taken(DerivedVoice made, RecordedSpan span) {
        Optional<HandWork> hand = now.hand(made.voiceId());
        Optional<Note> note =
                of(made).stream().filter(n -> n.span().equals(span) && n.hertz() > 0).findFirst();
        if (hand.isEmpty() || note.isEmpty()) {
            return Optional.empty();
        }
        NoteEdit edit = hand.get().note(span);
        double sounds =
                Pitch.centsBetween(Pitch.A4_HERTZ, note.get().hertz())
                        + made.pitched().result().map().centsAt(span.middleSeconds());
        return Optional.of(new Taken(made.voiceId(), edit, edit.aimCents().orElse(sounds)));
    }

    /// Where a note sounds, cents above A4.
    Optional<Double> soundingCents(String voiceId, RecordedSpan span) {
        return now.made(voiceId).flatMap(m -> taken(m, span)).map(Taken::cents);
    }

    /// Puts notes on other pitches, all as far from where they were.
    public Act move(List<Taken> taken, double cents) {
        return set(taken, t -> t.edit.withAim(t.cents + cents), "moved");
    }

    /// Moves what has the focus by some cents.
    public Act nudge(double cents) {
        List<Taken> taken = taken();
        return taken.isEmpty() ? askForNote() : move(taken, cents);
    }

    /// How far a note is to be moved so that it sits on the nearest tone of the key.
    ///
    /// @param cents where it is, above A4
    public double toNearestTone(double cents) {
        ToneSet tones = now.derived().harmony().key().map(Key::tones).orElse(ToneSet.ALL);
        int tone = tones.nearest(Pitch.midiNoteOf(Pitch.A4_HERTZ * Pitch.ratio(cents)));
        return Pitch.centsBetween(Pitch.A4_HERTZ, Pitch.hertzOfMidiNote(tone)) - cents;
    }

    /// Changes an amount of what has the focus.
    public Act shape(UnaryOperator<NoteEdit> change, String what) {
        return set(taken(), t -> change.apply(t.edit), what);
    }

    private interface Change {
        NoteEdit of(Taken taken);
    }

    private static Act set(List<Taken> taken, Change change, String what) {
        return taken.isEmpty()
                ? Act.NOTHING
                : Act.of(
                        new SetNotes(
                                taken.stream()
                                        .map(t -> new SetNotes.Of(t.voiceId, List.of(change.of(t))))
                                        .toList(),
                                what));
    }

    private static Act set(String voiceId, List<NoteEdit> notes, String what) {
        return Act.of(new SetNotes(List.of(new SetNotes.Of(voiceId, notes)), what));
    }

    /// Divides what has the focus, each note in its middle.
    public Act split() {
        List<SetNotes.Of> halves = new ArrayList<>();
        List<Focus.OnNote> second = new ArrayList<>();
        for (Taken note : taken()) {
            RecordedSpan span = note.edit.span();
            double middle = span.middleSeconds();
            NoteEdit left = note.edit.withSpan(new RecordedSpan(span.startSeconds(), middle));
            NoteEdit right = note.edit.withSpan(new RecordedSpan(middle, span.endSeconds()));
            halves.add(new SetNotes.Of(note.voiceId, List.of(left, right)));
            second.add(new Focus.OnNote(note.voiceId, right.span()));
        }
        return halves.isEmpty()
                ? askForNote()
                : Act.of(new SetNotes(halves, "split")).focusing(focusOn(second));
    }

    /// Where one note had the focus, one has it again.
    private Focus focusOn(List<Focus.OnNote> notes) {
        return now.focus() instanceof Focus.OnNote ? notes.getFirst() : Focus.onNotes(notes);
    }

    /// Divides a note in two.
    ///
    /// @param sourceSeconds where, in the voice's time
    public Act split(String voiceId, RecordedSpan span, double sourceSeconds) {
        Optional<HandWork> hand = now.hand(voiceId);
        if (hand.isEmpty()
                || !span.contains(sourceSeconds)
                || sourceSeconds == span.startSeconds()) {
            return Act.NOTHING;
        }
        NoteEdit whole = hand.get().note(span);
        RecordedSpan first = new RecordedSpan(span.startSeconds(), sourceSeconds);
        RecordedSpan second = new RecordedSpan(sourceSeconds, span.endSeconds());
        return set(voiceId, List.of(whole.withSpan(first), whole.withSpan(second)), "split")
                .focusing(new Focus.OnNote(voiceId, second));
    }

    /// Makes one note of those of a voice that have the focus, and where that is one, of it and the
    /// next.
    public Act join() {
        Map<String, List<NoteEdit>> byVoice = new LinkedHashMap<>();
        for (Taken note : taken()) {
            byVoice.computeIfAbsent(note.voiceId, id -> new ArrayList<>()).add(note.edit);
        }
        if (byVoice.isEmpty()) {
            return askForNote();
        }
        List<SetNotes.Of> joined = new ArrayList<>();
        List<Focus.OnNote> focus = new ArrayList<>();
        byVoice.forEach((voiceId, notes) ->
                joined(voiceId, notes)
                        .ifPresent(one -> {
                            joined.add(new SetNotes.Of(voiceId, List.of(one)));
                            focus.add(new Focus.OnNote(voiceId, one.span()));
                        }));
        return joined.isEmpty()
                ? Act.NOTHING
                : Act.of(new SetNotes(joined, "joined")).focusing(focusOn(focus));
    }

    private Optional<NoteEdit> joined(String voiceId, List<NoteEdit> notes) {
        List<RecordedSpan> spans = notes.stream().map(NoteEdit::span).toList();
        double from = spans.stream().mapToDouble(RecordedSpan::startSeconds).min().orElse(0);
        double last = spans.stream().mapToDouble(RecordedSpan::endSeconds).max().orElse(0);
        OptionalDouble to = notes.size() > 1 ? OptionalDouble.of(last) : endOfNext(voiceId, last);
        return to.isPresent()
                ? Optional.of(notes.getFirst().withSpan(new RecordedSpan(from, to.getAsDouble())))
                : Optional.empty();
    }

    private OptionalDouble endOfNext(String voiceId, double endSeconds) {
        return now.made(voiceId).stream()
                .flatMap(m -> of(m).stream())
                .filter(n -> n.span().startSeconds() >= endSeconds - SAME_SECONDS)
                .mapToDouble(n -> n.span().endSeconds())
                .findFirst();
    }

    /// Whether what has the focus departs from the settings.
    public boolean departs() {
        return taken().stream()
                .anyMatch(t ->
                        now.hand(t.voiceId).stream()
                                .flatMap(hand -> hand.notes().stream())
                                .anyMatch(n -> n.span().equals(t.edit.span())));
    }

    /// Leaves what has the focus to the settings again.
    public Act giveBack() {
        return giveBack(
                taken().stream().map(t -> new GiveBackNotes.Of(t.voiceId, t.edit.span())).toList());
    }

    /// Leaves notes to the settings again.
    public Act giveBack(List<GiveBackNotes.Of> notes) {
        return notes.isEmpty() ? Act.NOTHING : Act.of(new GiveBackNotes(notes));
    }

    /// The notes of some voices that depart from the settings.
    ///
    /// @param phrases of the guide, to one of which they must belong; none for anywhere
    public List<GiveBackNotes.Of> byHand(List<Voice> voices, List<GuideSpan> phrases) {
        List<GiveBackNotes.Of> found = new ArrayList<>();
        for (Voice voice : voices) {
            Clocks clocks = now.clocks(voice.id());
            for (NoteEdit note : now.hand(voice).notes()) {
                double guide = clocks.guideSecondsOf(note.span().middleSeconds());
                if (phrases.isEmpty() || phrases.stream().anyMatch(p -> p.contains(guide))) {
                    found.add(new GiveBackNotes.Of(voice.id(), note.span()));
                }
            }
        }
        return found;
    }

    private static Act askForNote() {
        return Act.saying("First click a note in the Pitch lens (key 2).");
    }
}
