package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import zelvan.measure.TakeWeights;
import zelvan.session.Clip;
import zelvan.session.Edit;
import zelvan.session.FreeIds;
import zelvan.session.Recording;
import zelvan.session.TakeEdit;
import zelvan.session.Voice;
import zelvan.takes.Comp;
import zelvan.takes.Take;
import zelvan.takes.TakeMap;
import zelvan.units.GuideSpan;

/// What a voice is made of where it was sung several times.
public record Choosing(State now) {
    private static final String NO_TAKES =
            "Select a voice with takes: drop files on a track, or select tracks and make them takes";

    /// How much each part counts in a voice.
    public TakeWeights weights(Voice voice) {
        return TakeWeights.of(now.session().settingsOf(voice));
    }

    /// Makes a phrase of a voice of that take.
    ///
    /// @param phrase its index
    public Act choose(String voiceId, int phrase, Take take) {
        return now.voice(voiceId)
                .flatMap(v -> edit(v, Map.of(phrase, take), "take for phrase " + (phrase + 1)))
                .map(Act::of)
                .orElse(Act.NOTHING);
    }

    /// Makes the phrase that is selected of the take that is the next better or worse one.
    ///
    /// @param step 1 for the next worse one, −1 for the next better one
    public Act step(int step) {
        List<Voice> voices = withTakes(now.selected());
        List<GuideSpan> phrases = now.selection().phrases();
        if (voices.isEmpty() || phrases.isEmpty()) {
            return Act.saying("Click a phrase of a voice with takes: its takes are gone through");
        }
        List<Edit> edits = new ArrayList<>();
        for (Voice voice : voices) {
            TakeMap map = now.derived().takes(voice);
            int phrase = map.phrases().indexOf(phrases.getFirst());
            List<Take> order = phrase < 0 ? List.of() : order(voice, phrase);
            if (!order.isEmpty()) {
                int at = map.chosen(voice.layer(), phrase).map(order::indexOf).orElse(-1);
                Take next = order.get(Math.floorMod(at + step, order.size()));
                edit(voice, Map.of(phrase, next), "take for phrase " + (phrase + 1))
                        .ifPresent(edits::add);
            }
        }
        return Act.together("Next takes", edits);
    }

    /// The takes that sing a phrase, the best first.
    ///
    /// @param phrase its index
    public List<Take> order(Voice voice, int phrase) {
        TakeWeights weights = weights(voice);
        return now.derived().takes(voice).takes().stream()
                .filter(t -> t.figures().get(phrase).isPresent())
                .sorted(
                        Comparator.comparingDouble(
                                t -> t.figures().get(phrase).orElseThrow().score(weights)))
                .toList();
    }

    /// Makes the selected voices, or their selected phrases, of the best take of each phrase.
    public Act best() {
        List<Voice> voices = withTakes(new Tracks(now).picked());
        if (voices.isEmpty()) {
            return Act.saying(NO_TAKES);
        }
        List<Edit> edits = new ArrayList<>();
        for (Voice voice : voices) {
            edit(voice, chosen(voice, Set.of()), "best of each").ifPresent(edits::add);
        }
        return edits.isEmpty()
                ? Act.saying("The takes are not listened to yet")
                : Act.together("Best of each in " + edits.size() + " voices", edits);
    }

    /// The best of the selected phrases, or of all.
    private Map<Integer, Take> chosen(Voice voice, Set<TakeMap.Used> used) {
        TakeMap map = now.derived().takes(voice);
        Map<Integer, Take> best = new TreeMap<>(map.best(weights(voice), used));
        List<GuideSpan> only = now.selection().phrases();
        if (!only.isEmpty()) {
            best.keySet().removeIf(p -> !only.contains(map.phrases().get(p)));
        }
        return best;
    }

    /// Adds a voice that is made of the best takes that no voice of the stack is made of yet.
    public Act another() {
        List<Voice> voices = withTakes(new Tracks(now).picked());
        if (voices.isEmpty()) {
            return Act.saying(NO_TAKES);
        }
        Voice voice = voices.getFirst();
        Set<TakeMap.Used> used = new HashSet<>();
        now.session().voices().stream()
                .filter(v -> v.stackId().equals(voice.stackId()))
                .forEach(v -> used.addAll(now.derived().takes(v).used(v.layer())));
        TakeMap map = now.derived().takes(voice);
        Map<Integer, Take> left = map.best(weights(voice), used);
        Optional<List<Clip>> clips =
                now.derived().comp(voice, map).map(c -> c.only(left)).filter(c -> !c.isEmpty());
        return clips.map(made ->
                        Act.of(
                                new TakeEdit.Another(
                                        voice.id(),
                                        voice.copied(
                                                new FreeIds(now.session()).next("v"),
                                                voice.name() + " 2",
                                                voice.layer().withClips(made)))))
                .orElse(Act.saying("Nothing is left: every phrase of the takes is used"));
    }

    /// Makes the other selected tracks takes of the one that was selected first.
    public Act join() {
        List<Voice> voices = now.selected().stream().filter(v -> v.role().follows()).toList();
        if (voices.size() < 2) {
            return Act.saying(
                    "Select the track first, and then with Ctrl those that are takes of it");
        }
        Voice first = voices.getFirst();
        return Act.of(
                new TakeEdit.Join(
                        first.id(), first.name(), voices.stream().skip(1).map(Voice::id).toList()));
    }

    /// Gives a voice recordings to choose from.
    public Act add(String voiceId, List<Recording> recordings) {
        return now.voice(voiceId)
                .filter(v -> v.role().follows())
                .map(v -> Act.of(new TakeEdit.Add(voiceId, v.name(), recordings)))
                .orElse(
                        Act.saying(
                                "The guide is what takes are compared with: copy it (Ctrl+D), choose"
                                        + " takes of the copy, and let that lead then"));
    }

    /// Takes a recording out of what a voice is chosen from; what the voice is made of stays.
    public Act drop(String voiceId, String recordingId) {
        return now.voice(voiceId)
                .map(v -> Act.of(new TakeEdit.Drop(voiceId, v.name(), List.of(recordingId))))
                .orElse(Act.NOTHING);
    }

    private static List<Voice> withTakes(List<Voice> voices) {
        return voices.stream().filter(v -> !v.layer().takes().isEmpty()).toList();
    }

    private Optional<Edit> edit(Voice voice, Map<Integer, Take> chosen, String what) {
        Optional<Comp> comp = now.derived().comp(voice, now.derived().takes(voice));
        return comp.filter(c -> !chosen.isEmpty())
                .map(c -> c.choosing(chosen))
                .filter(clips -> !clips.isEmpty() && !clips.equals(voice.layer().clips()))
                .map(clips -> new Edit.Arrange(voice.id(), voice.name(), what, clips));
    }
}
