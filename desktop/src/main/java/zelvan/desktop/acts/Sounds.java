package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zelvan.derived.Clocks;
import zelvan.derived.DerivedVoice;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.level.LevelSettings;
import zelvan.level.SideSound;
import zelvan.level.SoundEdit;
import zelvan.session.BalanceEdit.GiveBackLevels;
import zelvan.session.BalanceEdit.Of;
import zelvan.session.BalanceEdit.SaySounds;
import zelvan.units.RecordedSpan;

/// What an editor does to single esses, breaths and ends: to the one that has the focus, and with
/// it to the same one of all other selected voices.
public record Sounds(State now) {
    /// The same sound of another voice lies as near.
    private static final double NEAR_SECONDS = 0.12;

    private static final double MOST_DECIBELS = 12;

    /// A sound as it is when somebody takes it.
    ///
    /// @param byHand what was said of its level, if anything was
    public record Taken(String voiceId, TurnedSound turned, Optional<Double> byHand) {
        public SideSound sound() {
            return turned.sound();
        }
    }

    /// What has the focus, and the same of the other selected voices.
    public List<Taken> taken() {
        return now.focus() instanceof Focus.OnSound(String voiceId, SideSound sound)
                ? taken(voiceId, sound)
                : List.of();
    }

    private List<Taken> taken(String voiceId, SideSound sound) {
        List<Taken> taken = new ArrayList<>();
        of(voiceId).stream()
                .filter(t -> t.sound().equals(sound))
                .findFirst()
                .ifPresent(t -> taken.add(taken(voiceId, t)));
        double guideSeconds = now.clocks(voiceId).guideSecondsOf(sound.span().middleSeconds());
        for (var other : now.selectedWith(voiceId)) {
            nearest(other.id(), sound.kind(), guideSeconds).ifPresent(taken::add);
        }
        return taken;
    }

    private Taken taken(String voiceId, TurnedSound turned) {
        return new Taken(
                voiceId,
                turned,
                now.hand(voiceId).stream()
                        .flatMap(h -> h.sounds().stream())
                        .filter(e -> e.there() && e.sound().equals(turned.sound()))
                        .findFirst()
                        .flatMap(SoundEdit::decibels));
    }

    /// The sound of that kind that is sung at about that moment of the guide.
    Optional<Taken> nearest(String voiceId, SideSound.Kind kind, double guideSeconds) {
        Clocks clocks = now.clocks(voiceId);
        return of(voiceId).stream()
                .filter(t -> t.sound().kind() == kind)
                .filter(t ->
                        clocks.guide(t.sound().span())
                                .widenedBy(NEAR_SECONDS)
                                .contains(guideSeconds))
                .min(
                        Comparator.comparingDouble(t ->
                                Math.abs(
                                        clocks.guideSecondsOf(t.sound().span().middleSeconds())
                                                - guideSeconds)))
                .map(t -> taken(voiceId, t));
    }

    /// All of a voice, in order.
    public List<TurnedSound> of(String voiceId) {
        return now.made(voiceId)
                .map(DerivedVoice::levelled)
                .map(levelled -> levelled.result().sounds())
                .orElse(List.of());
    }

    /// Turns sounds up or down, all by as much more than they are.
    public Act turn(List<Taken> taken, double moreDecibels) {
        return say(
                taken,
                t ->
                        saidOf(t)
                                .withDecibels(
                                        Optional.of(
                                                Math.clamp(
                                                        t.turned.gainDecibels() + moreDecibels,
                                                        LevelSettings.OUT_DECIBELS,
                                                        MOST_DECIBELS))),
                "turned");
    }

    /// Turns what has the focus up or down.
    public Act turn(double moreDecibels) {
        return taken().isEmpty() ? askForSound() : turn(taken(), moreDecibels);
    }

    /// Takes what has the focus out altogether.
    public Act takeOut() {
        return taken().isEmpty()
                ? askForSound()
                : say(
                        taken(),
                        t -> saidOf(t).withDecibels(Optional.of(LevelSettings.OUT_DECIBELS)),
                        "out");
    }

    /// Says that what has the focus is none, so that nothing is done to it.
    public Act deny() {
        return say(taken(), t -> SoundEdit.none(t.sound()), "is none").focusing(Focus.NOTHING);
    }

    /// Leaves what has the focus to the settings again.
    public Act giveBack() {
        List<Of> places = taken().stream().map(t -> new Of(t.voiceId, t.sound().span())).toList();
        return places.isEmpty() ? Act.NOTHING : Act.of(new GiveBackLevels(places));
    }

    /// Puts the edges of a sound elsewhere.
    ///
    /// @param taken as it was when somebody took it
    public Act reshape(Taken taken, RecordedSpan span) {
        SideSound moved = new SideSound(taken.sound().kind(), span);
        List<SoundEdit> said = new ArrayList<>();
        // What it leaves must not come back as it was found.
        said.add(SoundEdit.none(taken.sound()));
        said.add(saidOf(taken).withSpan(span));
        return Act.of(
                        new SaySounds(
                                List.of(new SaySounds.Said(taken.voiceId, said)), "other edges"))
                .focusing(new Focus.OnSound(taken.voiceId, moved));
    }

    /// Says that what was dragged out is a sound of a kind.
    public Act mark(SideSound.Kind kind) {
        if (!(now.focus() instanceof Focus.OnRange(String voiceId, RecordedSpan span))) {
            return Act.saying("First drag over the " + kind.word() + " in the Sound lens (key 3)");
        }
        SideSound sound = new SideSound(kind, span);
        return Act.of(
                        new SaySounds(
                                List.of(new SaySounds.Said(voiceId, List.of(SoundEdit.of(sound)))),
                                "marked"))
                .focusing(new Focus.OnSound(voiceId, sound));
    }

    private static SoundEdit saidOf(Taken taken) {
        return SoundEdit.of(taken.sound()).withDecibels(taken.byHand);
    }

    private interface How {
        SoundEdit of(Taken taken);
    }

    private static Act say(List<Taken> taken, How how, String what) {
        return taken.isEmpty()
                ? Act.NOTHING
                : Act.of(
                        new SaySounds(
                                taken.stream()
                                        .map(t -> new SaySounds.Said(t.voiceId, List.of(how.of(t))))
                                        .toList(),
                                what));
    }

    private static Act askForSound() {
        return Act.saying("First click an ess, a breath or an end in the Sound lens (key 3)");
    }
}
