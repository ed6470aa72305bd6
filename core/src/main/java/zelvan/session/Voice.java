package zelvan.session;

import java.util.List;
import java.util.function.UnaryOperator;
import zelvan.setting.Settings;
import zelvan.units.GuideSpan;

/// One track and what is wanted of it.
///
/// @param id unique in the session, never shown
/// @param name as the user calls it
/// @param role what it is in the song
/// @param guessed whether the program found out its role, and nobody has said so
/// @param stackId the stack whose settings it shares; empty for the guide and the bed
/// @param layer where it comes from
/// @param settings where it departs from its stack
/// @param phrases where single phrases depart from that, in order
/// @param safe whether it is only seen: nothing that is done by hand changes it
/// @param strip how it is heard
public record Voice(
        String id,
        String name,
        Role role,
        boolean guessed,
        String stackId,
        Layer layer,
        Settings settings,
        List<PhraseSettings> phrases,
        boolean safe,
        Strip strip) {
    public Voice {
        phrases = List.copyOf(phrases);
        HandWork.checkOrder("phrases", phrases, PhraseSettings::guideSpan);
    }

    /// A track as it comes in: nothing is wanted of it yet. The guide is only seen.
    ///
    /// @param guessed whether nobody has said what it is
    public static Voice of(
            String id, String name, Role role, boolean guessed, String stackId, Layer layer) {
        return new Voice(
                id,
                name,
                role,
                guessed,
                stackId,
                layer,
                Settings.NONE,
                List.of(),
                role == Role.GUIDE,
                Strip.PLAIN);
    }

    /// A track of which somebody has said what it is.
    public static Voice of(String id, String name, Role role, String stackId, Layer layer) {
        return of(id, name, role, false, stackId, layer);
    }

    /// What one or several voices are called in a title.
    public static String names(List<Voice> voices) {
        return voices.size() == 1 ? voices.getFirst().name() : voices.size() + " voices";
    }

    public Voice withName(String value) {
        return new Voice(id, value, role, guessed, stackId, layer, settings, phrases, safe, strip);
    }

    /// The same as another track of that name, made of something else.
    public Voice copied(String newId, String newName, Layer newLayer) {
        return new Voice(
                newId, newName, role, guessed, stackId, newLayer, settings, phrases, safe, strip);
    }

    /// Made of something else.
    Voice withLayer(Layer value) {
        return copied(id, name, value);
    }

    /// Somebody says what it is. A voice that comes to lead is only seen from then on, one that
    /// does not lead any more is worked on.
    public Voice withRole(Role value, String stack) {
        boolean leads = value == Role.GUIDE;
        return new Voice(
                id,
                name,
                value,
                false,
                stack,
                layer,
                settings,
                phrases,
                leads == (role == Role.GUIDE) ? safe : leads,
                strip);
    }

    /// The program finds out what it is.
    Voice guessedAs(Role value, String stack) {
        Voice said = withRole(value, stack);
        return new Voice(id, name, value, true, stack, layer, settings, phrases, said.safe, strip);
    }

    /// In another stack, as what it is.
    Voice withStack(String stack) {
        return new Voice(id, name, role, guessed, stack, layer, settings, phrases, safe, strip);
    }

    public Voice withSettings(Settings value) {
        return new Voice(id, name, role, guessed, stackId, layer, value, phrases, safe, strip);
    }

    /// Only seen or worked on.
    public Voice withSafe(boolean value) {
        return new Voice(id, name, role, guessed, stackId, layer, settings, phrases, value, strip);
    }

    public Voice withStrip(Strip value) {
        return new Voice(id, name, role, guessed, stackId, layer, settings, phrases, safe, value);
    }

    /// With all that is different in its phrases.
    Voice withPhrases(List<PhraseSettings> value) {
        return new Voice(id, name, role, guessed, stackId, layer, settings, value, safe, strip);
    }

    /// Changes what is different in a phrase.
    Voice changingPhrase(GuideSpan guideSpan, UnaryOperator<Settings> change) {
        return withPhrases(PhraseSettings.changed(phrases, guideSpan, change));
    }

    /// What is different in a phrase.
    public Settings inPhrase(GuideSpan guideSpan) {
        return PhraseSettings.in(phrases, guideSpan);
    }
}
