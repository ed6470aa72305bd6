package zelvan.desktop.acts;

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
import zelvan.derived.Clocks;
import zelvan.session.Edit;
import zelvan.session.RepairEdit;
import zelvan.session.Voice;
import zelvan.tuning.Harmony;

/// What an editor does to mend a match: each a gesture or a key, each one named step of the
/// history.
public record Repairs(State now) {
    /// The guide reaches this far beyond the last moment at which something can be held.
    private static final double EDGE_SECONDS = 0.02;

    /// A bead this near to a moment is that moment's.
    private static final double SAME_SECONDS = 1e-6;

    /// A bead moved by less is nudged; by more, it is said to belong elsewhere.
    private static final double NUDGE_SECONDS = 0.06;

    /// The same syllable of another voice belongs to the guide's moment this near.
    private static final double SAME_SYLLABLE_SECONDS = 0.015;

    private Clocks guide() {
        return now.derived().guideClocks();
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
        List<RepairEdit.Of> others = new ArrayList<>();
        anchor.ifPresent(taken -> {
            for (Voice other : now.selectedWith(voiceId)) {
                sameSyllable(other.id(), taken.guideSeconds())
                        .ifPresent(a -> others.add(new RepairEdit.Of(other.id(), a)));
            }
        });
        return new Taken(voiceId, sourceSeconds, anchor, soundsSeconds, List.copyOf(others));
    }

    /// Holds a bead, and what was taken with it, where it is to sound. Of the guide, corrects the
    /// guide.
    ///
    /// @param soundsSeconds when it is to sound
    public Act hold(Taken taken, double soundsSeconds) {
        if (now.voice(taken.voiceId).isEmpty()) {
            return Act.NOTHING;
        }
        if (now.isGuide(taken.voiceId)) {
            Anchor anchor = Anchor.held(taken.sourceSeconds, soundsSeconds);
            return set(List.of(new RepairEdit.Of(taken.voiceId, anchor)));
        }
        double held = insideGuide(guide().guideSeconds(soundsSeconds));
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
        return set(anchors);
    }

    private Act set(List<RepairEdit.Of> anchors) {
        return Act.of(new RepairEdit.SetAnchors(names(anchors), anchors));
    }

    /// The nearest moment at which something can be held: there must be some of the guide left
    /// before and behind it.
    private double insideGuide(double guideSeconds) {
        double end = now.derived().guideAnalysis().map(VoiceAnalysis::seconds).orElse(0.0);
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
                ? now.name(anchors.getFirst().voiceId())
                : anchors.size() + " voices";
    }

    private Optional<Anchor> sameSyllable(String voiceId, double guideSeconds) {
        return anchors(voiceId)
                .filter(a -> a.kind().isPresent() || a.byUser())
                .filter(a -> Math.abs(a.guideSeconds() - guideSeconds) < SAME_SYLLABLE_SECONDS)
                .min(Comparator.comparingDouble(a -> Math.abs(a.guideSeconds() - guideSeconds)));
    }

    private Stream<Anchor> anchors(String voiceId) {
        return now.matched(voiceId).anchors().stream();
    }

    /// The anchor at a moment of a voice, as it is matched now.
    public Optional<Anchor> anchorAt(String voiceId, double sourceSeconds) {
        return anchors(voiceId)
                .filter(a -> Math.abs(a.sourceSeconds() - sourceSeconds) < SAME_SECONDS)
                .findFirst();
    }

    private Optional<Anchor> ownAnchorAt(String voiceId, double sourceSeconds) {
        return now.hand(voiceId).stream()
                .flatMap(hand -> hand.anchors().stream())
                .filter(a -> Math.abs(a.sourceSeconds() - sourceSeconds) < SAME_SECONDS)
                .findFirst();
    }

    /// Says that a landmark of a voice is elsewhere in it; no audio is moved for it, but what is
    /// lined up is that moment now.
    ///
    /// @param landmark where it was found, in the voice as recorded
    /// @param toSeconds where it is
    /// @param before the voice's marks before it was moved
    public Act replace(
            String voiceId,
            Landmark landmark,
            Optional<Anchor> anchor,
            double toSeconds,
            Marks before) {
        if (now.isGuide(voiceId)) {
            Landmark moved = new Landmark(landmark.kind(), toSeconds, 1);
            return changeMarks(
                    voiceId, before.removing(landmark.seconds()).adding(moved), "landmark moved");
        }
        return anchor.map(a ->
                        set(
                                List.of(
                                        new RepairEdit.Of(
                                                voiceId,
                                                Anchor.placed(
                                                        landmark.kind(),
                                                        toSeconds,
                                                        a.guideSeconds())))))
                .orElse(Act.NOTHING);
    }

    private Act changeMarks(String voiceId, Marks marks, String what) {
        return Act.of(new RepairEdit.ChangeMarks(voiceId, now.name(voiceId), marks, what));
    }

    /// Adds a landmark where none was found.
    public Act addLandmark(String voiceId, LandmarkKind kind, double sourceSeconds) {
        Optional<Voice> found = now.voice(voiceId);
        if (found.isEmpty()) {
            return Act.NOTHING;
        }
        Act added =
                now.isGuide(voiceId)
                        ? changeMarks(
                                voiceId,
                                now.hand(found.get())
                                        .marks()
                                        .adding(new Landmark(kind, sourceSeconds, 1)),
                                "landmark added")
                        : set(
                                List.of(
                                        new RepairEdit.Of(
                                                voiceId,
                                                Anchor.placed(
                                                        kind,
                                                        sourceSeconds,
                                                        now.clocks(voiceId)
                                                                .guideSecondsOf(sourceSeconds)))));
        return added.focusing(new Focus.OnBead(voiceId, sourceSeconds));
    }

    /// Lets go of what the user has set at a moment of a voice; in the other selected voices, of
    /// the same syllable.
    public Act letGo(String voiceId, double sourceSeconds) {
        Optional<Anchor> own = ownAnchorAt(voiceId, sourceSeconds);
        if (own.isEmpty()) {
            return Act.NOTHING;
        }
        List<RepairEdit.Of> all = new ArrayList<>();
        all.add(new RepairEdit.Of(voiceId, own.get()));
        for (Voice other : now.selectedWith(voiceId)) {
            now.hand(other).anchors().stream()
                    .filter(a ->
                            Math.abs(a.guideSeconds() - own.get().guideSeconds())
                                    < SAME_SYLLABLE_SECONDS)
                    .forEach(a -> all.add(new RepairEdit.Of(other.id(), a)));
        }
        return Act.of(new RepairEdit.ReleaseAnchors(names(all), all));
    }

    // What has the focus.

    /// Lets go of the bead that has the focus.
    public Act letGo() {
        return now.focus() instanceof Focus.OnBead(String voiceId, double sourceSeconds)
                ? letGo(voiceId, sourceSeconds)
                : Act.NOTHING;
    }

    /// Takes away the bead, the range or the protection that has the focus.
    public Act delete() {
        return switch (now.focus()) {
            case Focus.OnBead bead -> deleteBead(bead).focusing(Focus.NOTHING);
            case Focus.OnProtection p -> new Protections(now).lift(p.voiceId(), p.protection());
            case Focus.OnNote ignored -> new Notes(now).giveBack();
            case Focus.OnNotes ignored -> new Notes(now).giveBack();
            case Focus.OnChord(Harmony.Change change) -> new Chords(now).remove(change);
            case Focus.OnSound ignored -> new Sounds(now).deny();
            case Focus.OnRange ignored -> Act.NOTHING.focusing(Focus.NOTHING);
            case Focus.Nothing ignored -> Act.NOTHING;
        };
    }

    private Act deleteBead(Focus.OnBead bead) {
        if (ownAnchorAt(bead.voiceId(), bead.sourceSeconds()).isPresent()) {
            return letGo(bead.voiceId(), bead.sourceSeconds());
        }
        return now.hand(bead.voiceId())
                .map(hand ->
                        changeMarks(
                                bead.voiceId(),
                                hand.marks().removing(bead.sourceSeconds()),
                                "landmark taken away"))
                .orElse(Act.NOTHING);
    }

    /// Moves the bead that has the focus, and holds it there.
    public Act nudge(double seconds) {
        return now.focus() instanceof Focus.OnBead bead
                ? hold(taken(bead), sounds(bead) + seconds)
                : Act.NOTHING;
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
        boolean guide = now.isGuide(bead.voiceId());
        return held.flatMap(Anchor::heldSeconds)
                .map(t -> guide ? t : guide().songSecondsOfGuide(t))
                .orElseGet(() -> now.clocks(bead.voiceId()).songSeconds(bead.sourceSeconds()));
    }

    /// Holds the bead that has the focus at the guide's nearest landmark.
    public Act toGuide() {
        if (!(now.focus() instanceof Focus.OnBead bead)) {
            return Act.NOTHING;
        }
        double sounds = sounds(bead);
        return guideLandmarks().stream()
                .map(l -> guide().songSecondsOfGuide(l.seconds()))
                .min(Comparator.comparingDouble(t -> Math.abs(t - sounds)))
                .map(t -> hold(taken(bead), t))
                .orElse(Act.NOTHING);
    }

    /// The guide's landmarks that count.
    public List<Landmark> guideLandmarks() {
        Optional<VoiceAnalysis> heard = now.derived().guideAnalysis();
        return now.session()
                .guide()
                .flatMap(g -> heard.map(now.hand(g).marks()::of))
                .orElse(List.of());
    }

    /// How faint a landmark of voices may be and still count.
    ///
    /// @param sensitivity 0 to 1
    public Act setSensitivity(List<Voice> voices, double sensitivity) {
        String what = "sensitivity " + Math.round(sensitivity * 100) + " %";
        return Act.of(
                new Edit.Together(
                        Voice.names(voices) + ": " + what,
                        voices.stream()
                                .<Edit>map(v ->
                                        new RepairEdit.ChangeMarks(
                                                v.id(),
                                                v.name(),
                                                now.hand(v).marks().withSensitivity(sensitivity),
                                                what))
                                .toList()));
    }
}
