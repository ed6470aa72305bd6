package zelvan.setting;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/// A setting that is one of a few.
///
/// @param values in the order in which they are offered
/// @param shownAs what each is called, for people
/// @param none what `off` means, if it means anything
public record Choice<E extends Enum<E>>(
        String word,
        String label,
        String help,
        List<E> values,
        Function<E, String> shownAs,
        E usual,
        Optional<E> none)
        implements Setting<E> {
    private static final String OFF = "off";

    public Choice {
        values = List.copyOf(values);
    }

    /// A choice between all values of a type, none of which is `off`.
    public static <E extends Enum<E>> Choice<E> of(
            String word, String label, String help, Function<E, String> shownAs, E usual) {
        List<E> all = Arrays.asList(usual.getDeclaringClass().getEnumConstants());
        return new Choice<>(word, label, help, all, shownAs, usual, Optional.empty());
    }

    /// The same, where `off` means one of the values.
    public Choice<E> orOff(E value) {
        return new Choice<>(word, label, help, values, shownAs, usual, Optional.of(value));
    }

    @Override
    public E parse(String typed) {
        String wanted = typed.trim().toLowerCase(Locale.ROOT);
        if (none.isPresent() && wanted.equals(OFF)) {
            return none.get();
        }
        return values.stream()
                .filter(v -> typed(v).equals(wanted))
                .findFirst()
                .orElseThrow(() ->
                        new IllegalArgumentException(
                                word
                                        + " must be one of "
                                        + values.stream()
                                                .map(this::typed)
                                                .collect(Collectors.joining(", "))
                                        + ", was “"
                                        + typed
                                        + "”"));
    }

    @Override
    public String typed(E value) {
        return value.name().toLowerCase(Locale.ROOT);
    }

    /// The value in force, as it is typed.
    public String typedIn(Settings settings) {
        return typed(settings.inForce(this));
    }

    @Override
    public String shown(E value) {
        return shownAs.apply(value);
    }

    @Override
    public E checked(E value) {
        return parse(typed(value));
    }

    /// Two are the same setting if they have the same word.
    @Override
    public boolean equals(Object other) {
        return other instanceof Choice<?> choice && choice.word.equals(word);
    }

    @Override
    public int hashCode() {
        return word.hashCode();
    }
}
