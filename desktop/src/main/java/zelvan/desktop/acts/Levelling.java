package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import zelvan.level.LevelEdit;
import zelvan.level.LevelSettings;
import zelvan.session.BalanceEdit.GiveBackLevels;
import zelvan.session.BalanceEdit.Of;
import zelvan.session.BalanceEdit.SetLevels;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What an editor does by hand to the level of a note, of a phrase or of what he dragged out, and
/// with it to the same of all other selected voices.
public record Levelling(State now) {
    private static final double FADE_SECONDS = 0.02;
    private static final double MOST_DECIBELS = 24;

    /// A stretch as it is when somebody takes it.
    ///
    /// @param decibels by how much it is turned up by hand
    public record Taken(String voiceId, RecordedSpan span, double decibels) {}

    /// What has the focus, or else the selected phrases, each in all selected voices.
    public List<Taken> taken() {
        return switch (now.focus()) {
            case Focus.OnRange(String voiceId, RecordedSpan span) -> taken(voiceId, span);
            case Focus.OnNote(String voiceId, RecordedSpan span) -> taken(voiceId, span);
            case Focus.OnNotes(List<Focus.OnNote> notes) ->
                    notes.stream().map(n -> taken(n)).toList();
            default ->
                    now.selected().stream()
                            .flatMap(v ->
                                    new Protections(now)
                                            .selectedPhrases(v).stream().map(s -> one(v.id(), s)))
                            .toList();
        };
    }

    private Taken taken(Focus.OnNote note) {
        return one(note.voiceId(), note.span());
    }

    /// A stretch, and where the other selected voices sing the same.
    public List<Taken> taken(String voiceId, RecordedSpan span) {
        List<Taken> taken = new ArrayList<>(List.of(one(voiceId, span)));
        GuideSpan guide = now.clocks(voiceId).guide(span);
        for (Voice other : now.selectedWith(voiceId)) {
            if (now.made(other.id()).isPresent()) {
                taken.add(one(other.id(), now.clocks(other.id()).recorded(guide)));
            }
        }
        return taken;
    }

    private Taken one(String voiceId, RecordedSpan span) {
        double there =
                now.hand(voiceId).stream()
                        .flatMap(h -> h.levels().stream())
                        .filter(l -> l.span().contains(span.middleSeconds()))
                        .mapToDouble(LevelEdit::decibels)
                        .findFirst()
                        .orElse(0);
        return new Taken(voiceId, span, there);
    }

    /// Turns stretches up or down, all by as much more than they are.
    public Act turn(List<Taken> taken, double moreDecibels) {
        return set(
                taken,
                t ->
                        Math.clamp(
                                t.decibels + moreDecibels,
                                LevelSettings.OUT_DECIBELS,
                                MOST_DECIBELS),
                String.format(Locale.ROOT, "%+.1f dB", moreDecibels));
    }

    /// Turns a stretch of one voice up or down by more than it is.
    Act turnOne(String voiceId, RecordedSpan span, double moreDecibels) {
        return turn(List.of(one(voiceId, span)), moreDecibels);
    }

    /// Turns what has the focus up or down.
    public Act turn(double moreDecibels) {
        return now.focus() instanceof Focus.OnSound
                ? new Sounds(now).turn(moreDecibels)
                : orAsked(turn(taken(), moreDecibels));
    }

    /// Leaves nothing of what has the focus to be heard.
    public Act silence() {
        return now.focus() instanceof Focus.OnSound
                ? new Sounds(now).takeOut()
                : orAsked(set(taken(), t -> LevelSettings.OUT_DECIBELS, "silence"));
    }

    /// Leaves what has the focus to the settings again.
    public Act giveBack() {
        List<Of> places = taken().stream().map(t -> new Of(t.voiceId, t.span)).toList();
        return places.isEmpty() ? Act.NOTHING : Act.of(new GiveBackLevels(places));
    }

    private interface HowLoud {
        double of(Taken taken);
    }

    private static Act set(List<Taken> taken, HowLoud how, String what) {
        return taken.isEmpty()
                ? Act.NOTHING
                : Act.of(
                        new SetLevels(
                                taken.stream()
                                        .map(t ->
                                                new SetLevels.Set(
                                                        t.voiceId,
                                                        new LevelEdit(
                                                                t.span, how.of(t), FADE_SECONDS)))
                                        .toList(),
                                what));
    }

    private static Act orAsked(Act act) {
        return act.edit().isPresent()
                ? act
                : Act.saying("First select a phrase, or drag over what is to be louder or softer");
    }
}
