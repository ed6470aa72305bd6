package zelvan.session;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zelvan.setting.Settings;
import zelvan.units.GuideSpan;

/// One track and what is wanted of it.
///
/// @param id unique in the session, never shown
/// @param name as the user calls it
/// @param role what it is in the song
/// @param stackId the stack whose settings it shares; empty for the guide and the bed
/// @param layer where it comes from
/// @param settings where it departs from its stack
/// @param phrases where single phrases depart from that, in order
/// @param strip how it is heard
public record Voice(
        String id,
        String name,
        Role role,
        String stackId,
        Layer layer,
        Settings settings,
        List<PhraseSettings> phrases,
        Strip strip) {
    public Voice {
        phrases = List.copyOf(phrases);
        HandWork.checkOrder("phrases", phrases, PhraseSettings::guideSpan);
    }

    /// A track as it comes in: nothing is wanted of it yet.
    public static Voice of(String id, String name, Role role, String stackId, Layer layer) {
        return new Voice(id, name, role, stackId, layer, Settings.NONE, List.of(), Strip.PLAIN);
    }

    /// What one or several voices are called in a title.
    public static String names(List<Voice> voices) {
        return voices.size() == 1 ? voices.getFirst().name() : voices.size() + " voices";
    }

    public Voice withName(String value) {
        return new Voice(id, value, role, stackId, layer, settings, phrases, strip);
    }

    /// The same as another track of that name, made of something else.
    Voice copied(String newId, String newName, Layer newLayer) {
        return new Voice(newId, newName, role, stackId, newLayer, settings, phrases, strip);
    }

    public Voice withRole(Role value, String stack) {
        return new Voice(id, name, value, stack, layer, settings, phrases, strip);
    }

    public Voice withSettings(Settings value) {
        return new Voice(id, name, role, stackId, layer, value, phrases, strip);
    }

    public Voice withStrip(Strip value) {
        return new Voice(id, name, role, stackId, layer, settings, phrases, value);
    }

    /// Sets or, with no settings, clears what is different in a phrase.
    public Voice withPhrase(GuideSpan guideSpan, Settings value) {
        Stream<PhraseSettings> others =
                phrases.stream().filter(p -> !p.guideSpan().overlaps(guideSpan));
        Stream<PhraseSettings> own =
                Stream.of(new PhraseSettings(guideSpan, value)).filter(p -> !value.isNone());
        List<PhraseSettings> changed = new ArrayList<>(Stream.concat(others, own).toList());
        changed.sort(Comparator.comparingDouble(p -> p.guideSpan().startSeconds()));
        return new Voice(id, name, role, stackId, layer, settings, changed, strip);
    }

    /// What is different in a phrase.
    public Settings inPhrase(GuideSpan guideSpan) {
        Optional<PhraseSettings> phrase =
                phrases.stream().filter(p -> p.guideSpan().overlaps(guideSpan)).findFirst();
        return phrase.map(PhraseSettings::settings).orElse(Settings.NONE);
    }
}
