package zelvan.session;

import java.util.Map;
import java.util.Optional;

/// What tracks are by their sound. It counts as long as nobody has said it.
///
/// @param roles by the id of the voice; none of them leads by it
public record Guess(Map<String, Role> roles) {
    public Guess {
        roles = Map.copyOf(roles);
    }

    /// The session with what it did not know better; the same if there is nothing new. Where the
    /// track that was taken for the guide is none, the next one that can be is.
    public Session in(Session session) {
        Session known = session;
        for (Voice voice : session.voices()) {
            Role role = roles.getOrDefault(voice.id(), voice.role());
            if (voice.guessed() && role != voice.role()) {
                known = knowing(known, voice, role);
            }
        }
        return known.guide().isPresent() || session.guide().isEmpty() ? known : led(known);
    }

    /// A track that somebody has put into a stack of his own stays in it.
    private static Session knowing(Session session, Voice voice, Role role) {
        Stack stack = Stack.of(role);
        boolean placed =
                voice.role().follows() && !voice.stackId().equals(Stack.of(voice.role()).id());
        if (!role.follows()) {
            return session.changing(voice.id(), v -> v.guessedAs(role, ""))
                    .withoutEmptied(voice.stackId());
        }
        if (placed) {
            return session.changing(voice.id(), v -> v.guessedAs(role, voice.stackId()));
        }
        return session.withStack(stack)
                .changing(voice.id(), v -> v.guessedAs(role, stack.id()))
                .withoutEmptied(voice.stackId());
    }

    private static Session led(Session session) {
        Optional<Voice> next = session.followers().stream().findFirst();
        return next.map(leader ->
                        session.changing(leader.id(), v -> v.guessedAs(Role.GUIDE, ""))
                                .withoutEmptied(leader.stackId()))
                .orElse(session);
    }
}
