package zelvan.desktop.model;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.DerivedVoice;
import zelvan.measure.Combing;
import zelvan.session.Edit;
import zelvan.session.Gesture;
import zelvan.session.RepairEdit;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Harmony;

/// What an editor does to mend a match: each a gesture or a key, each one named step of the
/// history.
public final class Repairs {
    /// Settings of a phrase reach this far beyond it.
    private static final double EDGE_SECONDS = 0.02;

    /// A bead this near to a moment is that moment's.
    private static final double SAME_SECONDS = 1e-6;

    /// A bead moved by less is nudged; by more, it is said to belong elsewhere.
    private static final double NUDGE_SECONDS = 0.06;

    /// The same syllable of another voice belongs to the guide's moment this near.
    private static final double SAME_SYLLABLE_SECONDS = 0.015;

    private final AppModel model;

    Repairs(AppModel model) {
        this.model = model;
    }

    private Optional<Voice> voice(String id) {
        return model.session().voice(id);
    }

    private Optional<DerivedVoice> made(String voiceId) {
        return model.derived().get().voice(voiceId);
    }

    private TimeMap guideMap() {
        return model.derived().get().guideMap();
    }

    // Beads.

    /// A bead as it is when somebody takes it.
    ///
    /// @param anchor what it is tied to; empty for the guide's own
    /// @param soundsSeconds when it sounds
    /// @param others the same syllable in the other selected voices
    public record Taken(
            String voiceId,
            double sourceSeconds,
            Optional<Anchor> anchor,
            double soundsSeconds,
            List<RepairEdit.Of> others) {
        /// What it belongs to, if it goes on belonging there when it is moved a little: a match
        /// that is trusted is not called in question by a nudge.
        Optional<Double> keeps(double newSeconds) {
            return anchor.filter(a -> a.byUser() || a.confidence() >= Alignment.DOUBTFUL_BELOW)
                    .filter(a -> Math.abs(newSeconds - soundsSeconds) < NUDGE_SECONDS)
                    .map(Anchor::guideSeconds);
        }
    }

    /// Takes a bead; if several voices are selected and it is of one of them, with it the same
    /// syllable in all of them.
    public Taken take(
            String voiceId, double sourceSeconds, Optional<Anchor> anchor, double soundsSeconds) {
        List<String> selected = model.selection().get().voiceIds();
        List<RepairEdit.Of> others = new ArrayList<>();
        if (selected.contains(voiceId) && anchor.isPresent()) {
            selected.stream()
                    .filter(id -> !id.equals(voiceId))
                    .forEach(id ->
                            sameSyllable(id, anchor.get().guideSeconds())
                                    .ifPresent(a -> others.add(new RepairEdit.Of(id, a))));
        }
        return new Taken(voiceId, sourceSeconds, anchor, soundsSeconds, List.copyOf(others));
    }

    /// Holds a bead, and what was taken with it, where it is to sound. Of the guide, corrects the
    /// guide.
    ///
    /// @param soundsSeconds when it is to sound
    public void hold(Taken taken, double soundsSeconds, Gesture step) {
        Optional<Voice> found = voice(taken.voiceId);
        if (found.isEmpty()) {
            return;
        }
        if (found.get().role() == Role.GUIDE) {
            Anchor anchor = Anchor.held(taken.sourceSeconds, soundsSeconds);
            model.apply(
                    new RepairEdit.SetAnchors(
                            found.get().name(), List.of(new RepairEdit.Of(taken.voiceId, anchor))),
                    step);
            return;
        }
        double held = insideGuide(guideMap().sourceSecondsAt(soundsSeconds));
        double belongs = guideLandmarkAt(held).or(() -> taken.keeps(soundsSeconds)).orElse(held);
        List<RepairEdit.Of> anchors = new ArrayList<>();
        anchors.add(
                new RepairEdit.Of(
                        taken.voiceId, Anchor.heldAway(taken.sourceSeconds, belongs, held)));
        for (RepairEdit.Of other : taken.others) {
            anchors.add(
                    new RepairEdit.Of(
                            other.voiceId(),
                            Anchor.heldAway(other.anchor().sourceSeconds(), belongs, held)));
        }
        model.apply(new RepairEdit.SetAnchors(names(anchors), anchors), step);
    }

    /// The nearest moment at which something can be held: there must be some of the guide left
    /// before and behind it.
    private double insideGuide(double guideSeconds) {
        double end = model.derived().get().guideAnalysis().map(VoiceAnalysis::seconds).orElse(0.0);
        return Math.clamp(guideSeconds, EDGE_SECONDS, Math.max(EDGE_SECONDS, end - EDGE_SECONDS));
    }

    /// The guide's landmark at a moment, if the bead was put exactly there.
    private Optional<Double> guideLandmarkAt(double guideSeconds) {
        return guideLandmarks().stream()
                .map(Landmark::seconds)
                .filter(t -> Math.abs(t - guideSeconds) < SAME_SECONDS)
                .findFirst();
    }

    private String names(List<RepairEdit.Of> anchors) {
        return anchors.size() == 1
                ? name(anchors.getFirst().voiceId())
                : anchors.size() + " voices";
    }

    private String name(String voiceId) {
        return voice(voiceId).map(Voice::name).orElse("");
    }

    private Optional<Anchor> sameSyllable(String voiceId, double guideSeconds) {
        return anchors(voiceId)
                .filter(a -> a.kind().isPresent() || a.byUser())
                .filter(a -> Math.abs(a.guideSeconds() - guideSeconds) < SAME_SYLLABLE_SECONDS)
                .min(Comparator.comparingDouble(a -> Math.abs(a.guideSeconds() - guideSeconds)));
    }

    private Stream<Anchor> anchors(String voiceId) {
        return made(voiceId).stream().flatMap(m -> m.alignment().anchors().stream());
    }

    /// The anchor at a moment of a voice, as it is matched now.
    public Optional<Anchor> anchorAt(String voiceId, double sourceSeconds) {
        return anchors(voiceId)
                .filter(a -> Math.abs(a.sourceSeconds() - sourceSeconds) < SAME_SECONDS)
                .findFirst();
    }

    private Optional<Anchor> ownAnchorAt(String voiceId, double sourceSeconds) {
        return voice(voiceId).stream()
                .flatMap(v -> model.session().handOf(v).anchors().stream())
                .filter(a -> Math.abs(a.sourceSeconds() - sourceSeconds) < SAME_SECONDS)
                .findFirst();
    }

    /// Says that a landmark of a voice is elsewhere in it; no audio is moved for it, but what is
    /// lined up is that moment now.
    ///
    /// @param fromSeconds where it was found, in the voice as recorded
    /// @param toSeconds where it is
    public void replace(
            String voiceId,
            Landmark landmark,
            Optional<Anchor> anchor,
            double toSeconds,
            Marks before,
            Gesture step) {
        if (voice(voiceId).map(v -> v.role() == Role.GUIDE).orElse(false)) {
            Landmark moved = new Landmark(landmark.kind(), toSeconds, 1);
            changeMarks(
                    voiceId,
                    before.removing(landmark.seconds()).adding(moved),
                    "landmark moved",
                    step);
        } else if (anchor.isPresent()) {
            Anchor placed = Anchor.placed(landmark.kind(), toSeconds, anchor.get().guideSeconds());
            model.apply(
                    new RepairEdit.SetAnchors(
                            name(voiceId), List.of(new RepairEdit.Of(voiceId, placed))),
                    step);
        }
    }

    private void changeMarks(String voiceId, Marks marks, String what, Gesture step) {
        model.apply(new RepairEdit.ChangeMarks(voiceId, name(voiceId), marks, what), step);
    }

    /// Adds a landmark where none was found.
    public void addLandmark(String voiceId, LandmarkKind kind, double sourceSeconds) {
        Optional<Voice> found = voice(voiceId);
        if (found.isEmpty()) {
            return;
        }
        if (found.get().role() == Role.GUIDE) {
            changeMarks(
                    voiceId,
                    model.session()
                            .handOf(found.get())
                            .marks()
                            .adding(new Landmark(kind, sourceSeconds, 1)),
                    "landmark added",
                    Gesture.begin());
        } else {
            double guide =
                    made(voiceId)
                            .map(DerivedVoice::alignment)
                            .orElse(Alignment.NONE)
                            .guideSecondsAt(sourceSeconds);
            Anchor placed = Anchor.placed(kind, sourceSeconds, guide);
            model.apply(
                    new RepairEdit.SetAnchors(
                            name(voiceId), List.of(new RepairEdit.Of(voiceId, placed))));
        }
        model.focus().set(new Focus.OnBead(voiceId, sourceSeconds));
    }

    /// Lets go of what the user has set at a moment of a voice; in the other selected voices, of
    /// the same syllable.
    public void letGo(String voiceId, double sourceSeconds) {
        Optional<Anchor> own = ownAnchorAt(voiceId, sourceSeconds);
        if (own.isEmpty()) {
            return;
        }
        List<RepairEdit.Of> all = new ArrayList<>();
        all.add(new RepairEdit.Of(voiceId, own.get()));
        List<String> selected = model.selection().get().voiceIds();
        if (selected.contains(voiceId)) {
            for (String id : selected) {
                voice(id).filter(v -> !id.equals(voiceId)).stream()
                        .flatMap(v -> model.session().handOf(v).anchors().stream())
                        .filter(a ->
                                Math.abs(a.guideSeconds() - own.get().guideSeconds())
                                        < SAME_SYLLABLE_SECONDS)
                        .forEach(a -> all.add(new RepairEdit.Of(id, a)));
            }
        }
        model.apply(new RepairEdit.ReleaseAnchors(names(all), all));
    }

    /// Takes away the bead, the range or the protection that has the focus.
    public void delete() {
        switch (model.focus().get()) {
            case Focus.OnBead bead -> deleteBead(bead);
            case Focus.OnProtection p -> model.protections().lift(p.voiceId(), p.protection());
            case Focus.OnNote ignored -> model.notes().giveBack();
            case Focus.OnChord(Harmony.Change change) -> model.chords().remove(change);
            case Focus.OnRange ignored -> model.focus().set(Focus.NOTHING);
            case Focus.Nothing ignored -> {}
        }
    }

    private void deleteBead(Focus.OnBead bead) {
        if (ownAnchorAt(bead.voiceId(), bead.sourceSeconds()).isPresent()) {
            letGo(bead.voiceId(), bead.sourceSeconds());
        } else {
            voice(bead.voiceId())
                    .ifPresent(v ->
                            changeMarks(
                                    v.id(),
                                    model.session()
                                            .handOf(v)
                                            .marks()
                                            .removing(bead.sourceSeconds()),
                                    "landmark taken away",
                                    Gesture.begin()));
        }
        model.focus().set(Focus.NOTHING);
    }

    /// Moves the bead that has the focus, and holds it there.
    public void nudge(double seconds) {
        if (model.focus().get() instanceof Focus.OnBead bead) {
            hold(taken(bead), sounds(bead) + seconds, Gesture.begin());
        }
    }

    private Taken taken(Focus.OnBead bead) {
        return take(
                bead.voiceId(),
                bead.sourceSeconds(),
                ownAnchorAt(bead.voiceId(), bead.sourceSeconds())
                        .or(() -> anchorAt(bead.voiceId(), bead.sourceSeconds())),
                sounds(bead));
    }

    /// When the bead sounds as things are wanted, also if that is not derived yet.
    private double sounds(Focus.OnBead bead) {
        Optional<Anchor> held =
                ownAnchorAt(bead.voiceId(), bead.sourceSeconds()).filter(Anchor::held);
        boolean guide = voice(bead.voiceId()).map(v -> v.role() == Role.GUIDE).orElse(false);
        return held.flatMap(Anchor::heldSeconds)
                .map(t -> guide ? t : guideMap().outputSecondsAt(t))
                .orElseGet(() ->
                        made(bead.voiceId())
                                .map(m -> m.timing().map().outputSecondsAt(bead.sourceSeconds()))
                                .orElse(bead.sourceSeconds()));
    }

    /// Holds the bead that has the focus at the guide's nearest landmark.
    public void toGuide() {
        if (model.focus().get() instanceof Focus.OnBead bead) {
            double now = sounds(bead);
            guideLandmarks().stream()
                    .map(l -> guideMap().outputSecondsAt(l.seconds()))
                    .min(Comparator.comparingDouble(t -> Math.abs(t - now)))
                    .ifPresent(t -> hold(taken(bead), t, Gesture.begin()));
        }
    }

    /// The guide's landmarks that count.
    public List<Landmark> guideLandmarks() {
        Optional<VoiceAnalysis> heard = model.derived().get().guideAnalysis();
        return model.session()
                .guide()
                .flatMap(g -> heard.map(model.session().handOf(g).marks()::of))
                .orElse(List.of());
    }

    /// How faint a landmark of voices may be and still count.
    ///
    /// @param sensitivity 0 to 1
    public void setSensitivity(List<Voice> voices, double sensitivity, Gesture step) {
        String what = "sensitivity " + Math.round(sensitivity * 100) + " %";
        model.apply(
                new Edit.Together(
                        Voice.names(voices) + ": " + what,
                        voices.stream()
                                .<Edit>map(v ->
                                        new RepairEdit.ChangeMarks(
                                                v.id(),
                                                v.name(),
                                                model.session()
                                                        .handOf(v)
                                                        .marks()
                                                        .withSensitivity(sensitivity),
                                                what))
                                .toList()),
                step);
    }

    /// Gives the voice that combs the slack that lets it sound apart, in that phrase.
    public void open(Combing pair) {
        pair.openingSlackSeconds()
                .ifPresent(slack ->
                        voice(pair.voiceId())
                                .ifPresent(v ->
                                        model.apply(
                                                new Turn<>(
                                                        List.of(
                                                                new Scope.OfPhrase(
                                                                        v.id(), pair.phrase())),
                                                        v.name(),
                                                        TimingSettings.SLACK,
                                                        1000 * slack))));
    }
}
