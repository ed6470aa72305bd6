package zelvan.desktop.model;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.derived.DerivedVoice;
import zelvan.session.Edit;
import zelvan.session.Gesture;
import zelvan.session.Protection;
import zelvan.session.RepairEdit;
import zelvan.session.Voice;
import zelvan.units.TimeSpan;

/// What an editor does to keep a stretch of a voice as it was sung.
public final class Protections {
    private final AppModel model;

    Protections(AppModel model) {
        this.model = model;
    }

    private Optional<Voice> voice(String id) {
        return model.session().voice(id);
    }

    private Optional<DerivedVoice> made(String voiceId) {
        return model.derived().get().voice(voiceId);
    }

    private String name(String voiceId) {
        return voice(voiceId).map(Voice::name).orElse("");
    }

    /// Protects a stretch of a voice.
    ///
    /// @param span in the voice as recorded
    public void protect(String voiceId, TimeSpan span, Protection.Kind kind) {
        Protection protection = new Protection(span, kind);
        model.apply(new RepairEdit.Protect(voiceId, name(voiceId), protection));
        model.focus().set(new Focus.OnProtection(voiceId, protection));
    }

    /// Puts a changed protection in the place of another.
    public void change(String voiceId, Protection before, Protection after, Gesture step) {
        model.apply(
                new RepairEdit.Protect(voiceId, name(voiceId), after, Optional.of(before)), step);
        model.focus().set(new Focus.OnProtection(voiceId, after));
    }

    public void lift(String voiceId, Protection protection) {
        model.apply(new RepairEdit.Unprotect(voiceId, name(voiceId), protection));
        model.focus().set(Focus.NOTHING);
    }

    /// Protects what has the focus or else the selected phrase, a note's pitch and the timing of
    /// everything else, or lifts that.
    public void toggle() {
        if (model.focus().get() instanceof Focus.OnProtection p) {
            lift(p.voiceId(), p.protection());
        } else {
            boolean note = model.focus().get() instanceof Focus.OnNote;
            toggle(note ? Protection.Kind.PITCH : Protection.Kind.TIMING);
        }
    }

    /// Protects that much of what has the focus or else of the selected phrase. Where something
    /// else is protected it changes to that; where that is protected it is lifted.
    public void toggle(Protection.Kind kind) {
        switch (model.focus().get()) {
            case Focus.OnRange range -> protect(range.voiceId(), range.span(), kind);
            case Focus.OnNote note -> protect(note.voiceId(), note.span(), kind);
            case Focus.OnProtection p -> toggle(p.voiceId(), p.protection(), kind);
            case Focus.OnBead ignored -> togglePhrases(kind);
            case Focus.OnChord ignored -> togglePhrases(kind);
            case Focus.Nothing ignored -> togglePhrases(kind);
        }
    }

    private void toggle(String voiceId, Protection there, Protection.Kind kind) {
        if (there.kind() == kind) {
            lift(voiceId, there);
        } else {
            change(voiceId, there, there.withKind(kind), Gesture.begin());
        }
    }

    /// In all selected voices as one step: where one of them is not protected that much, all are.
    private void togglePhrases(Protection.Kind kind) {
        List<Edit> protect = new ArrayList<>();
        List<Edit> lift = new ArrayList<>();
        for (String id : model.selection().get().voiceIds()) {
            Optional<Voice> voice = voice(id).filter(v -> v.role().follows());
            Optional<TimeSpan> span = voice.flatMap(this::selectedPhrase);
            if (span.isEmpty()) {
                continue;
            }
            Optional<Protection> there =
                    model.session().handOf(voice.get()).protections().stream()
                            .filter(p -> p.span().overlaps(span.get()))
                            .findFirst();
            if (there.isPresent() && there.get().kind() == kind) {
                lift.add(new RepairEdit.Unprotect(id, name(id), there.get()));
            } else {
                Protection now =
                        there.map(p -> p.withKind(kind))
                                .orElseGet(() -> new Protection(span.get(), kind));
                protect.add(new RepairEdit.Protect(id, name(id), now, there));
            }
        }
        List<Edit> edits = protect.isEmpty() ? lift : protect;
        if (edits.size() == 1) {
            model.apply(edits.getFirst());
        } else if (!edits.isEmpty()) {
            model.apply(
                    new Edit.Together(
                            edits.size()
                                    + " voices: "
                                    + (protect.isEmpty()
                                            ? "protection lifted"
                                            : "protect " + kind.word()),
                            edits));
        }
        if (edits.size() == 1 && edits.getFirst() instanceof RepairEdit.Protect p) {
            model.focus().set(new Focus.OnProtection(p.voiceId(), p.protection()));
        }
    }

    /// The selected phrase in a voice's own time: its own phrase that shares most with the stretch
    /// that is matched with the guide's.
    public Optional<TimeSpan> selectedPhrase(Voice voice) {
        Optional<DerivedVoice> made = made(voice.id());
        return model.selection()
                .get()
                .phrase()
                .flatMap(p -> made.map(m -> matched(m.alignment(), p)))
                .flatMap(p ->
                        made.flatMap(DerivedVoice::analysis).stream()
                                .flatMap(a -> a.phrases().stream())
                                .filter(own -> own.overlaps(p))
                                .max(Comparator.comparingDouble(own -> own.sharedSeconds(p))));
    }

    private static TimeSpan matched(Alignment alignment, TimeSpan phrase) {
        List<Anchor> inside = alignment.anchorsIn(phrase);
        return inside.isEmpty()
                ? phrase
                : new TimeSpan(inside.getFirst().sourceSeconds(), inside.getLast().sourceSeconds());
    }

    /// Stretches of a voice that are worth protecting: sung, not in the guide, not protected yet.
    public List<TimeSpan> suggestions(Voice voice) {
        return made(voice.id()).stream()
                .flatMap(m -> m.alignment().unmatched().stream())
                .filter(s ->
                        model.session().handOf(voice).protections().stream()
                                .noneMatch(p -> p.span().overlaps(s)))
                .toList();
    }

    /// Protects all that is suggested, as one step; an ad-lib stays where it was sung.
    public void protectSuggestions(List<Voice> voices) {
        List<Edit> edits = new ArrayList<>();
        for (Voice voice : voices) {
            for (TimeSpan span : suggestions(voice)) {
                edits.add(
                        new RepairEdit.Protect(
                                voice.id(),
                                voice.name(),
                                new Protection(span, Protection.Kind.BOTH, true)));
            }
        }
        model.apply(
                new Edit.Together(
                        Voice.names(voices)
                                + (edits.size() == 1
                                        ? ": protect a place"
                                        : ": protect " + edits.size() + " places"),
                        edits));
    }
}
