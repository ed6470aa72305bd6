package zelvan.desktop.acts;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import zelvan.units.GuideSpan;

/// What the user has picked out.
///
/// @param stackId a stack as a whole; empty if voices or nothing are selected
/// @param voiceIds voices, in the order in which they were picked
/// @param phrase a phrase of the guide
public record Selection(
        Optional<String> stackId, List<String> voiceIds, Optional<GuideSpan> phrase) {
    public static final Selection NOTHING =
            new Selection(Optional.empty(), List.of(), Optional.empty());

    public Selection {
        voiceIds = List.copyOf(voiceIds);
    }

    public static Selection ofStack(String id) {
        return new Selection(Optional.of(id), List.of(), Optional.empty());
    }

    public static Selection ofVoice(String id) {
        return new Selection(Optional.empty(), List.of(id), Optional.empty());
    }

    public static Selection ofCell(String voiceId, GuideSpan phrase) {
        return new Selection(Optional.empty(), List.of(voiceId), Optional.of(phrase));
    }

    public boolean has(String voiceId) {
        return voiceIds.contains(voiceId);
    }

    /// With one voice more, or one less if it was there.
    public Selection toggling(String voiceId) {
        java.util.List<String> ids = new java.util.ArrayList<>(voiceIds);
        if (!ids.remove(voiceId)) {
            ids.add(voiceId);
        }
        return new Selection(Optional.empty(), ids, phrase);
    }

    /// With one cell more, or one less if it was there. All cells are of one phrase: in another one
    /// the voices are kept and the phrase is changed.
    public Selection togglingCell(String voiceId, GuideSpan of) {
        boolean samePhrase = phrase.equals(Optional.of(of));
        Selection more = samePhrase || !has(voiceId) ? toggling(voiceId) : this;
        return new Selection(Optional.empty(), more.voiceIds, Optional.of(of));
    }

    /// Without voices that are no longer there.
    public Selection keeping(Set<String> there) {
        return new Selection(stackId, voiceIds.stream().filter(there::contains).toList(), phrase);
    }
}
