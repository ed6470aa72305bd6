package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zelvan.units.GuideSpan;

/// What the user has picked out: a stack, voices, or the cells of voices in phrases.
///
/// @param stackId a stack as a whole; empty if voices or nothing are selected
/// @param voiceIds voices, in the order in which they were picked
/// @param phrases of the guide, in order; none for the voices as a whole
public record Selection(Optional<String> stackId, List<String> voiceIds, List<GuideSpan> phrases) {
    public static final Selection NOTHING = new Selection(Optional.empty(), List.of(), List.of());

    public Selection {
        voiceIds = List.copyOf(voiceIds);
        phrases =
                phrases.stream()
                        .distinct()
                        .sorted(Comparator.comparingDouble(GuideSpan::startSeconds))
                        .toList();
    }

    /// Voices in one phrase, or as a whole.
    public Selection(Optional<String> stackId, List<String> voiceIds, Optional<GuideSpan> phrase) {
        this(stackId, voiceIds, phrase.stream().toList());
    }

    public static Selection ofStack(String id) {
        return new Selection(Optional.of(id), List.of(), List.of());
    }

    public static Selection ofVoice(String id) {
        return new Selection(Optional.empty(), List.of(id), List.of());
    }

    public static Selection ofCell(String voiceId, GuideSpan phrase) {
        return ofCells(List.of(voiceId), List.of(phrase));
    }

    public static Selection ofCells(List<String> voiceIds, List<GuideSpan> phrases) {
        return new Selection(Optional.empty(), voiceIds, phrases);
    }

    public boolean has(String voiceId) {
        return voiceIds.contains(voiceId);
    }

    /// Whether a cell is picked by itself, and not with its whole voice.
    public boolean hasCell(String voiceId, GuideSpan phrase) {
        return has(voiceId) && phrases.contains(phrase);
    }

    /// The phrase, if it is about only one.
    public Optional<GuideSpan> phrase() {
        return phrases.size() == 1 ? Optional.of(phrases.getFirst()) : Optional.empty();
    }

    /// From the first phrase to the last.
    public Optional<GuideSpan> stretch() {
        return phrases.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        new GuideSpan(
                                phrases.getFirst().startSeconds(), phrases.getLast().endSeconds()));
    }

    /// Other voices in the same phrases.
    public Selection withVoices(List<String> ids) {
        return new Selection(Optional.empty(), ids, phrases);
    }

    /// With one voice more, or one less if it was there.
    public Selection toggling(String voiceId) {
        List<String> ids = new ArrayList<>(voiceIds);
        if (!ids.remove(voiceId)) {
            ids.add(voiceId);
        }
        return withVoices(ids);
    }

    /// With one cell more: its voice and its phrase. If it was there, without its voice, and where
    /// only that is selected, without its phrase.
    public Selection togglingCell(String voiceId, GuideSpan of) {
        if (hasCell(voiceId, of)) {
            return voiceIds.size() > 1 ? toggling(voiceId) : toggling(of);
        }
        Selection voice = has(voiceId) ? this : toggling(voiceId);
        return phrases.contains(of) ? voice : voice.toggling(of);
    }

    /// With one phrase more, or one less if it was there.
    public Selection toggling(GuideSpan phrase) {
        List<GuideSpan> all = new ArrayList<>(phrases);
        if (!all.remove(phrase)) {
            all.add(phrase);
        }
        return new Selection(Optional.empty(), voiceIds, all);
    }

    /// Without voices that are no longer there.
    public Selection keeping(Set<String> there) {
        return new Selection(stackId, voiceIds.stream().filter(there::contains).toList(), phrases);
    }
}
