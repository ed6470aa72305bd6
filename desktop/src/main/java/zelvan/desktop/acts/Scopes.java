package zelvan.desktop.acts;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Amount;
import zelvan.setting.Setting;
import zelvan.units.Clock;
import zelvan.units.GuideSpan;

/// What the settings are about: all that is selected, be it all stacks, a stack, voices, or a
/// phrase of voices.
///
/// @param all at least one
/// @param title what stands on top of the panel
public record Scopes(List<Scope> all, String title) {
    public Scopes {
        all = List.copyOf(all);
    }

    public static Scopes of(Selection selection, Session session) {
        List<Voice> voices =
                selection.voiceIds().stream()
                        .flatMap(id -> session.voice(id).stream())
                        .filter(v -> v.role() != Role.BED)
                        .toList();
        if (voices.isEmpty()) {
            return selection
                    .stackId()
                    .flatMap(session::stack)
                    .map(s -> new Scopes(List.of(new Scope.OfStack(s.id())), s.name()))
                    .orElse(new Scopes(List.of(Scope.ALL), "All stacks"));
        }
        List<GuideSpan> phrases = selection.phrases();
        List<Scope> all =
                phrases.isEmpty()
                        ? voices.stream().<Scope>map(v -> new Scope.OfVoice(v.id())).toList()
                        : voices.stream()
                                .flatMap(v ->
                                        phrases.stream()
                                                .<Scope>map(p -> new Scope.OfPhrase(v.id(), p)))
                                .toList();
        return new Scopes(all, names(voices, session) + names(phrases));
    }

    private static String names(List<GuideSpan> phrases) {
        return switch (phrases.size()) {
            case 0 -> "";
            case 1 -> " ▸ phrase at " + Clock.text(phrases.getFirst().startSeconds(), 1);
            default -> " ▸ " + phrases.size() + " phrases";
        };
    }

    private static String names(List<Voice> voices, Session session) {
        if (voices.size() > 1) {
            return voices.size() + " voices";
        }
        Voice voice = voices.getFirst();
        if (voice.role() == Role.GUIDE) {
            return "Guide ▸ " + voice.name();
        }
        return session.stack(voice.stackId()).map(Stack::name).orElse("") + " ▸ " + voice.name();
    }

    /// The voices that they are about.
    public List<Voice> voices(Session session) {
        return all.stream()
                .flatMap(s -> s.voices(session).stream())
                .distinct()
                .collect(Collectors.toList());
    }

    /// The phrases that they are about; none if they are about voices as a whole.
    public List<GuideSpan> phrases() {
        return all.stream()
                .flatMap(s ->
                        s instanceof Scope.OfPhrase(String ignored, GuideSpan span)
                                ? Stream.of(span)
                                : Stream.empty())
                .distinct()
                .toList();
    }

    /// The stack that they are about, if they are about one as a whole.
    public Optional<Stack> stack(Session session) {
        return all.getFirst() instanceof Scope.OfStack(String id)
                ? session.stack(id)
                : Optional.empty();
    }

    /// An edit that turns one setting in all of them.
    public <T> Edit turning(Setting<T> setting, T value) {
        return new Turn<>(all, title, setting, value);
    }

    /// An edit that turns one setting by the same amount in all of them, from what is in force in
    /// each, as far as it goes.
    public Edit turningBy(Session session, Amount setting, double amount) {
        return new Edit.Together(
                title + ": " + setting.word().replace('-', ' ') + " " + signed(setting, amount),
                all.stream()
                        .flatMap(s -> s.places(session).stream())
                        .<Edit>map(place ->
                                new Turn<>(
                                        List.of(place),
                                        title,
                                        setting,
                                        Math.clamp(
                                                place.inForce(session).inForce(setting) + amount,
                                                setting.least(),
                                                setting.most())))
                        .toList());
    }

    private static String signed(Amount setting, double amount) {
        return (amount < 0 ? "−" : "+") + setting.shown(Math.abs(amount));
    }

    /// An edit that lets settings follow what stands above; empty if none of them departs.
    public Optional<Edit> givingBack(Session session, List<Setting<?>> settings) {
        boolean departs =
                all.stream()
                        .flatMap(s -> s.places(session).stream())
                        .filter(Scope.Place::followsWhatIsAbove)
                        .flatMap(place -> place.own(session).set().stream())
                        .anyMatch(settings::contains);
        return departs ? Optional.of(Turn.back(all, title, settings)) : Optional.empty();
    }
}
