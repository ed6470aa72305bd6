package zelvan.cli;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;
import zelvan.units.SongSpan;

/// A scope as it is typed: `all`, `stack:NAME`, `voice:NAME` or `voice:NAME@START-END`.
///
/// @param title what the history calls it
/// @param songSpan the stretch of the song, if it is a phrase; its scope is then that of the voice
record TypedScope(Scope scope, String title, Optional<SongSpan> songSpan) {
    private static final Pattern PHRASE =
            Pattern.compile("(.+)@([0-9]+(?:\\.[0-9]+)?)-([0-9]+(?:\\.[0-9]+)?)");

    static TypedScope parse(String typed, Session session) throws UsageProblem {
        if (typed.equalsIgnoreCase("all")) {
            return new TypedScope(Scope.ALL, "All stacks", Optional.empty());
        }
        int colon = typed.indexOf(':');
        String kind = typed.substring(0, Math.max(0, colon)).toLowerCase(Locale.ROOT);
        String name = typed.substring(colon + 1);
        return switch (kind) {
            case "stack" -> {
                Stack stack = named(session.stacks(), Stack::name, name, typed);
                yield new TypedScope(new Scope.OfStack(stack.id()), stack.name(), Optional.empty());
            }
            case "voice" -> ofVoice(name, typed, session);
            default ->
                    throw new UsageProblem(
                            typed,
                            "it is not understood",
                            "Write all, stack:NAME, voice:NAME or voice:NAME@START-END");
        };
    }

    /// The voice of that name.
    static Voice voice(String name, Session session) throws UsageProblem {
        return named(session.voices(), Voice::name, name, name);
    }

    private static TypedScope ofVoice(String name, String typed, Session session)
            throws UsageProblem {
        Matcher phrase = PHRASE.matcher(name);
        boolean whole = session.voices().stream().anyMatch(v -> v.name().equals(name));
        if (whole || !phrase.matches()) {
            Voice voice = named(session.voices(), Voice::name, name, typed);
            return new TypedScope(new Scope.OfVoice(voice.id()), voice.name(), Optional.empty());
        }
        Voice voice = named(session.voices(), Voice::name, phrase.group(1), typed);
        double start = Double.parseDouble(phrase.group(2));
        double end = Double.parseDouble(phrase.group(3));
        if (!(end > start)) {
            throw new UsageProblem(typed, "it ends before it starts", "Give the start first");
        }
        return new TypedScope(
                new Scope.OfVoice(voice.id()),
                voice.name() + " ▸ " + phrase.group(2) + "–" + phrase.group(3) + " s",
                Optional.of(new SongSpan(start, end)));
    }

    /// The one of that name: to the letter, or the only one that differs in capitals.
    private static <T> T named(List<T> all, Function<T, String> nameOf, String name, String typed)
            throws UsageProblem {
        List<T> exact = all.stream().filter(t -> nameOf.apply(t).equals(name)).toList();
        List<T> found =
                exact.isEmpty()
                        ? all.stream().filter(t -> nameOf.apply(t).equalsIgnoreCase(name)).toList()
                        : exact;
        if (found.size() != 1) {
            throw new UsageProblem(
                    typed,
                    found.isEmpty()
                            ? "there is nothing of that name"
                            : found.size() + " are called that",
                    "The names are: " + String.join(", ", all.stream().map(nameOf).toList()));
        }
        return found.getFirst();
    }
}
