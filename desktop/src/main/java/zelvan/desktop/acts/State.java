package zelvan.desktop.acts;

import java.util.List;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.derived.Clocks;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.session.HandWork;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;
import zelvan.units.SongSpan;

/// What the window shows at one moment: all that an act depends on.
///
/// @param session what is wanted
/// @param derived the newest derived values; they may lag behind the session
/// @param selection what is picked out
/// @param focus what keys act on in the close-up
public record State(Session session, Derived derived, Selection selection, Focus focus) {
    public Optional<Voice> voice(String id) {
        return session.voice(id);
    }

    /// What was derived for a voice.
    public Optional<DerivedVoice> made(String voiceId) {
        return derived.voice(voiceId);
    }

    /// What was done to a voice by hand.
    public HandWork hand(Voice voice) {
        return session.handOf(voice);
    }

    Optional<HandWork> hand(String voiceId) {
        return voice(voiceId).map(this::hand);
    }

    String name(String voiceId) {
        return voice(voiceId).map(Voice::name).orElse("");
    }

    boolean isGuide(String voiceId) {
        return voice(voiceId).map(v -> v.role() == Role.GUIDE).orElse(false);
    }

    Alignment matched(String voiceId) {
        return made(voiceId).map(DerivedVoice::alignment).orElse(Alignment.NONE);
    }

    /// The voices that are selected, in the order in which they were picked.
    public List<Voice> selected() {
        return selection.voiceIds().stream().flatMap(id -> voice(id).stream()).toList();
    }

    /// The other voices that are selected with this one; none if it is not selected itself.
    List<Voice> selectedWith(String voiceId) {
        return selection.has(voiceId)
                ? selected().stream().filter(v -> !v.id().equals(voiceId)).toList()
                : List.of();
    }

    /// A stretch of the guide where it sounds.
    public SongSpan sounding(GuideSpan span) {
        return derived.guideClocks().song(span);
    }

    /// Between the clocks of a voice.
    Clocks clocks(String voiceId) {
        return derived.clocks(voiceId);
    }
}
