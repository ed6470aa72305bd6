package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import zelvan.align.Anchor;
import zelvan.analysis.Note;
import zelvan.derived.Clocks;
import zelvan.level.LevelEdit;
import zelvan.level.SoundEdit;
import zelvan.session.Edit;
import zelvan.session.HandWork;
import zelvan.session.KnownSettings;
import zelvan.session.Protection;
import zelvan.session.RepairEdit;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Strip;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.NoteEdit;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Carries over to other voices what is set for one, or what was done to it by hand.
public record Carrying(State now) {
    /// What is done to a note is done to the other voice's that shares at least this much of it.
    private static final double LEAST_SHARED = 0.5;

    /// What was taken of a voice, with all that it takes to find the same places in another.
    ///
    /// @param name of the voice or the stack
    /// @param settings in force there, but for how it is heard and where it is shifted to
    /// @param phrases where phrases of it depart from that
    /// @param hand what was done by hand
    /// @param clocks of the voice
    public record Taken(
            String name, Settings settings, List<InPhrase> phrases, HandWork hand, Clocks clocks) {
        /// What is in force in a phrase.
        public record InPhrase(GuideSpan phrase, Settings settings) {}
    }

    /// Of what is selected: of the voice that was picked first, of one of its phrases, or of a
    /// stack.
    public Optional<Taken> take() {
        Session session = now.session();
        Scopes scopes = Scopes.of(now.selection(), session);
        Optional<Voice> voice =
                now.selected().stream().filter(v -> v.role() != Role.BED).findFirst();
        Optional<Scope.Place> place = scopes.all().getFirst().places(session).stream().findFirst();
        return place.map(at ->
                new Taken(
                        voice.map(Voice::name).orElse(scopes.title()),
                        carried(at.inForce(session)),
                        voice.filter(v -> at instanceof Scope.OfVoice)
                                .map(this::phrases)
                                .orElse(List.of()),
                        voice.map(v -> hand(v, scopes.phrases())).orElse(HandWork.NONE),
                        voice.map(v -> now.clocks(v.id())).orElse(now.derived().guideClocks())));
    }

    /// The settings in force at the first place that is selected, to start other voices from.
    public Settings start() {
        return take().map(Taken::settings).orElse(Settings.NONE);
    }

    private static Settings carried(Settings inForce) {
        Settings all = Settings.NONE;
        for (Setting<?> setting : KnownSettings.all()) {
            if (!Strip.SETTINGS.contains(setting) && setting != TimingSettings.SHIFT) {
                all = with(all, setting, inForce);
            }
        }
        return all;
    }

    private static <T> Settings with(Settings all, Setting<T> setting, Settings from) {
        return all.with(setting, from.inForce(setting));
    }

    private List<Taken.InPhrase> phrases(Voice voice) {
        Settings everywhere = now.session().settingsOf(voice);
        return voice.phrases().stream()
                .map(p ->
                        new Taken.InPhrase(
                                Scope.OfPhrase.of(voice.id(), p).guideSpan(),
                                carried(p.settings().over(everywhere))))
                .toList();
    }

    private HandWork hand(Voice voice, List<GuideSpan> phrases) {
        HandWork all = now.hand(voice);
        Clocks clocks = now.clocks(voice.id());
        Predicate<RecordedSpan> wanted =
                span ->
                        phrases.isEmpty()
                                || phrases.stream()
                                        .anyMatch(p ->
                                                p.contains(
                                                        clocks.guideSecondsOf(
                                                                span.middleSeconds())));
        return all.where(wanted);
    }

    /// Sets everything that is selected as it was set where that was taken.
    public Act settings(Taken taken) {
        Scopes to = Scopes.of(now.selection(), now.session());
        List<Edit> edits = new ArrayList<>();
        edits.add(set(to.all(), to.title(), taken.settings));
        if (to.all().stream().allMatch(Scope.OfVoice.class::isInstance)) {
            for (Taken.InPhrase at : taken.phrases) {
                List<Scope> there =
                        to.voices(now.session()).stream()
                                .<Scope>map(v -> new Scope.OfPhrase(v.id(), at.phrase))
                                .toList();
                edits.add(set(there, to.title(), at.settings));
            }
        }
        return Act.of(new Edit.Together(to.title() + ": set as " + taken.name, edits));
    }

    private static Edit set(List<Scope> scopes, String of, Settings settings) {
        return Turn.all(scopes, of, "settings", settings);
    }

    /// Does by hand to the voices that are selected what was done to the one of which it was taken:
    /// beads that are held, protections, notes, levels, how loud an ess, a breath or an end is.
    public Act hand(Taken taken) {
        List<RepairEdit.Carry.Of> places = new ArrayList<>();
        int left = 0;
        for (Voice voice : now.selected()) {
            if (voice.role().follows()) {
                HandWork there = found(taken, voice);
                left += wanted(taken.hand) - there.size();
                if (there.size() > 0) {
                    places.add(new RepairEdit.Carry.Of(voice.id(), there));
                }
            }
        }
        if (wanted(taken.hand) == 0) {
            return Act.saying("Nothing was done to " + taken.name + " by hand there.");
        }
        String rest =
                left == 0
                        ? ""
                        : left
                                + (left == 1 ? " place" : " places")
                                + " of "
                                + taken.name
                                + " could not be found in the other voices.";
        if (places.isEmpty()) {
            return Act.saying(left == 0 ? "Select the voices that it is to be done to." : rest);
        }
        Act carried = Act.of(new RepairEdit.Carry(taken.name, Voice.names(now.selected()), places));
        return rest.isEmpty() ? carried : carried.telling(rest);
    }

    private static boolean isTurned(SoundEdit edit) {
        return edit.there() && edit.decibels().isPresent();
    }

    /// What was said of landmarks and octaves, and where sounds begin and end, is about that
    /// recording only.
    private static int wanted(HandWork hand) {
        return (int) hand.anchors().stream().filter(Anchor::held).count()
                + hand.protections().size()
                + hand.notes().size()
                + hand.levels().size()
                + (int) hand.sounds().stream().filter(Carrying::isTurned).count();
    }

    private HandWork found(Taken taken, Voice voice) {
        Clocks to = now.clocks(voice.id());
        List<GuideSpan> missing = now.matched(voice.id()).missing();
        HandWork there = HandWork.NONE;
        for (Anchor anchor : taken.hand.anchors()) {
            double guide = anchor.guideSeconds();
            if (anchor.held() && missing.stream().noneMatch(span -> span.contains(guide))) {
                there =
                        there.setting(
                                Anchor.heldAway(
                                        to.recordedSecondsOf(guide),
                                        guide,
                                        anchor.heldSeconds().orElse(guide)));
            }
        }
        for (Protection protection : taken.hand.protections()) {
            GuideSpan span = taken.clocks.guide(protection.span());
            if (missing.stream().noneMatch(m -> m.contains(span.middleSeconds()))) {
                there = there.protecting(protection.withSpan(to.recorded(span)));
            }
        }
        for (NoteEdit note : taken.hand.notes()) {
            RecordedSpan span = to.recorded(taken.clocks.guide(note.span()));
            Optional<NoteEdit> same = note(voice, span).map(n -> note.withSpan(n.span()));
            if (same.isPresent()) {
                there = there.withNotes(List.of(same.get()));
            }
        }
        for (LevelEdit level : taken.hand.levels()) {
            GuideSpan span = taken.clocks.guide(level.span());
            if (missing.stream().noneMatch(m -> m.contains(span.middleSeconds()))) {
                there = there.levelling(level.withSpan(to.recorded(span)));
            }
        }
        Sounds sounds = new Sounds(now);
        for (SoundEdit edit : taken.hand.sounds()) {
            Optional<Sounds.Taken> same =
                    isTurned(edit)
                            ? sounds.nearest(
                                    voice.id(),
                                    edit.kind(),
                                    taken.clocks.guideSecondsOf(edit.span().middleSeconds()))
                            : Optional.empty();
            if (same.isPresent()) {
                there =
                        there.saying(
                                SoundEdit.of(same.get().sound()).withDecibels(edit.decibels()));
            }
        }
        return there;
    }

    private Optional<Note> note(Voice voice, RecordedSpan span) {
        return now.made(voice.id()).stream()
                .flatMap(made -> Notes.of(made).stream())
                .filter(n -> n.span().overlaps(span))
                .max(Comparator.comparingDouble(n -> n.span().sharedSeconds(span)))
                .filter(n ->
                        n.span().sharedSeconds(span)
                                > LEAST_SHARED * Math.max(span.seconds(), n.span().seconds()));
    }
}
