package zelvan.desktop.acts;

import java.util.List;
import zelvan.measure.Combing;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Stack;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;

/// What an editor says of the tracks themselves.
public record Tracks(State now) {
    /// What a track can be besides the guide, of which there is one.
    public static final List<Role> ROLES =
            List.of(Role.DOUBLE, Role.HARMONY, Role.OCTAVE, Role.TAKE, Role.BED);

    /// Says what tracks are; each goes into the stack of its kind. The guide stays what it is.
    public Act setRole(List<Voice> voices, Role role) {
        List<Voice> others = voices.stream().filter(v -> v.role() != Role.GUIDE).toList();
        return others.isEmpty()
                ? Act.NOTHING
                : Act.of(
                        new Edit.SetRole(
                                others.stream().map(Voice::id).toList(),
                                Voice.names(others),
                                role,
                                Stack.of(role)));
    }

    /// Lets a track lead; what was set against the old guide is let go.
    public Act makeGuide(Voice voice) {
        boolean anythingSet =
                now.session().recordings().stream().anyMatch(r -> !r.hand().anchors().isEmpty());
        Act lead = Act.of(new Edit.SetGuide(voice.id(), voice.name(), Stack.of(Role.DOUBLE)));
        return anythingSet
                ? lead.telling(
                        "Beads that were held or placed against the old guide are let go. Undo"
                                + " brings them and the old guide back.")
                : lead;
    }

    /// Gives the voice that combs the slack that lets it sound apart, in that phrase.
    public Act open(Combing pair) {
        return now.voice(pair.voiceId())
                .flatMap(voice ->
                        pair.openingSlackSeconds()
                                .map(slack ->
                                        Act.of(
                                                new Turn<>(
                                                        List.of(
                                                                new Scope.OfPhrase(
                                                                        voice.id(), pair.phrase())),
                                                        voice.name(),
                                                        TimingSettings.SLACK,
                                                        1000 * slack))))
                .orElse(Act.NOTHING);
    }
}
