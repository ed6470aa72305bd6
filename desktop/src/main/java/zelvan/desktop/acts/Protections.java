package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.DerivedVoice;
import zelvan.session.Edit;
import zelvan.session.Protection;
import zelvan.session.RepairEdit;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What an editor does to keep a stretch of a voice as it was sung.
public record Protections(State now) {
    /// Protects a stretch of a voice.
    ///
    /// @param span in the voice as recorded
    public Act protect(String voiceId, RecordedSpan span, Protection.Kind kind) {
        Protection protection = new Protection(span, kind);
        return Act.of(new RepairEdit.Protect(voiceId, now.name(voiceId), protection))
                .focusing(new Focus.OnProtection(voiceId, protection));
    }

    /// Puts a changed protection in the place of another.
    public Act change(String voiceId, Protection before, Protection after) {
        return Act.of(
                        new RepairEdit.Protect(
                                voiceId, now.name(voiceId), after, Optional.of(before)))
                .focusing(new Focus.OnProtection(voiceId, after));
    }

    public Act lift(String voiceId, Protection protection) {
        return Act.of(new RepairEdit.Unprotect(voiceId, now.name(voiceId), protection))
                .focusing(Focus.NOTHING);
    }

    /// Protects what has the focus or else the selected phrase, a note's pitch and the timing of
    /// everything else, or lifts that.
    public Act toggle() {
        if (now.focus() instanceof Focus.OnProtection p) {
            return lift(p.voiceId(), p.protection());
        }
        boolean note = !now.focus().notes().isEmpty();
        return toggle(note ? Protection.Kind.PITCH : Protection.Kind.TIMING);
    }

    /// Protects that much of what has the focus or else of the selected phrase. Where something
    /// else is protected it changes to that; where that is protected it is lifted.
    public Act toggle(Protection.Kind kind) {
        return switch (now.focus()) {
            case Focus.OnRange range -> protect(range.voiceId(), range.span(), kind);
            case Focus.OnNote note -> protectNotes(List.of(note), kind);
            case Focus.OnNotes(List<Focus.OnNote> notes) -> protectNotes(notes, kind);
            case Focus.OnProtection p -> toggle(p.voiceId(), p.protection(), kind);
            case Focus.OnBead ignored -> togglePhrases(kind);
            case Focus.OnSound ignored -> togglePhrases(kind);
            case Focus.OnChord ignored -> togglePhrases(kind);
            case Focus.Nothing ignored -> togglePhrases(kind);
        };
    }

    /// All that have the focus, also the same notes of other selected voices.
    private Act protectNotes(List<Focus.OnNote> focused, Protection.Kind kind) {
        List<Notes.Taken> taken = new Notes(now).taken();
        if (taken.size() <= 1) {
            Focus.OnNote note = focused.getFirst();
            return protect(note.voiceId(), note.span(), kind);
        }
        return Act.together(
                taken.size() + " notes: protect " + kind.word(),
                taken.stream()
                        .map(n ->
                                new RepairEdit.Protect(
                                        n.voiceId(),
                                        now.name(n.voiceId()),
                                        new Protection(n.edit().span(), kind)))
                        .toList());
    }

    private Act toggle(String voiceId, Protection there, Protection.Kind kind) {
        return there.kind() == kind
                ? lift(voiceId, there)
                : change(voiceId, there, there.withKind(kind));
    }

    /// In all selected voices as one step: where one of them is not protected that much, all are.
    private Act togglePhrases(Protection.Kind kind) {
        List<Edit> protect = new ArrayList<>();
        List<Edit> lift = new ArrayList<>();
        for (Voice voice : now.selected()) {
            for (RecordedSpan span : selectedPhrases(voice)) {
                Optional<Protection> there =
                        now.hand(voice).protections().stream()
                                .filter(p -> p.span().overlaps(span))
                                .findFirst();
                if (there.isPresent() && there.get().kind() == kind) {
                    lift.add(new RepairEdit.Unprotect(voice.id(), voice.name(), there.get()));
                } else {
                    Protection wanted =
                            there.map(p -> p.withKind(kind))
                                    .orElseGet(() -> new Protection(span, kind));
                    protect.add(new RepairEdit.Protect(voice.id(), voice.name(), wanted, there));
                }
            }
        }
        List<Edit> edits = protect.isEmpty() ? lift : protect;
        String what = protect.isEmpty() ? "protection lifted" : "protect " + kind.word();
        Act act = Act.together(edits.size() + " places: " + what, edits);
        return edits.size() == 1 && edits.getFirst() instanceof RepairEdit.Protect p
                ? act.focusing(new Focus.OnProtection(p.voiceId(), p.protection()))
                : act;
    }

    /// The selected phrases in a voice's own time: of each, its own phrase that shares most with
    /// the stretch that is matched with the guide's. None of a voice that does not follow.
    public List<RecordedSpan> selectedPhrases(Voice voice) {
        Optional<DerivedVoice> made = now.made(voice.id());
        List<RecordedSpan> own =
                made.flatMap(DerivedVoice::analysis).map(VoiceAnalysis::phrases).orElse(List.of());
        return voice.role().follows()
                ? now.selection().phrases().stream()
                        .flatMap(p -> made.map(m -> matched(m.alignment(), p)).stream())
                        .flatMap(p ->
                                own.stream()
                                        .filter(o -> o.overlaps(p))
                                        .max(Comparator.comparingDouble(o -> o.sharedSeconds(p)))
                                        .stream())
                        .distinct()
                        .toList()
                : List.of();
    }

    private static RecordedSpan matched(Alignment alignment, GuideSpan phrase) {
        List<Anchor> inside = alignment.anchorsIn(phrase);
        return inside.isEmpty()
                ? alignment.inVoice(phrase)
                : new RecordedSpan(
                        inside.getFirst().sourceSeconds(), inside.getLast().sourceSeconds());
    }

    /// Stretches of a voice that are worth protecting: sung, not in the guide, not protected yet.
    public List<RecordedSpan> suggestions(Voice voice) {
        return now.made(voice.id()).stream()
                .flatMap(m -> m.alignment().unmatched().stream())
                .filter(s ->
                        now.hand(voice).protections().stream().noneMatch(p -> p.span().overlaps(s)))
                .toList();
    }

    /// Protects all that is suggested, as one step; an ad-lib stays where it was sung.
    public Act protectSuggestions(List<Voice> voices) {
        List<Edit> edits = new ArrayList<>();
        for (Voice voice : voices) {
            for (RecordedSpan span : suggestions(voice)) {
                edits.add(
                        new RepairEdit.Protect(
                                voice.id(),
                                voice.name(),
                                new Protection(span, Protection.Kind.BOTH, true)));
            }
        }
        return Act.of(
                new Edit.Together(
                        Voice.names(voices)
                                + (edits.size() == 1
                                        ? ": protect a place"
                                        : ": protect " + edits.size() + " places"),
                        edits));
    }
}
