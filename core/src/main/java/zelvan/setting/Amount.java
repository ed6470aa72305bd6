package zelvan.setting;

import java.util.Locale;
import java.util.Optional;

/// A setting that is a number.
///
/// @param unit as it is shown: %, ms, ct, dB
/// @param least the smallest value
/// @param most the greatest value
/// @param leastShown where a slider begins; what is below can be typed
/// @param mostShown as far as it goes; what is beyond can be typed
/// @param leastWord what the smallest value is called, if it means more than its number
/// @param mostWord the same of the greatest: that there is no bound
public record Amount(
        String word,
        String label,
        String help,
        String unit,
        double least,
        double most,
        double leastShown,
        double mostShown,
        Double usual,
        Optional<String> leastWord,
        Optional<String> mostWord)
        implements Setting<Double> {
    public Amount {
        if (!(least <= leastShown
                && leastShown <= usual
                && (usual <= mostShown || usual == most)
                && mostShown <= most)) {
            throw new IllegalArgumentException(word + " is usually out of its range");
        }
    }

    /// One whose values are all numbers.
    public Amount(
            String word,
            String label,
            String help,
            String unit,
            double least,
            double most,
            double leastShown,
            double mostShown,
            Double usual) {
        this(
                word,
                label,
                help,
                unit,
                least,
                most,
                leastShown,
                mostShown,
                usual,
                Optional.empty(),
                Optional.empty());
    }

    /// From nothing to some per cent.
    public static Amount percent(
            String word, String label, String help, double most, double usual) {
        return new Amount(word, label, help, "%", 0, most, 0, most, usual);
    }

    /// The same, with a name for the smallest value.
    public Amount withLeastWord(String value) {
        return with(Optional.of(value), mostWord);
    }

    /// The same, with a name for the greatest value.
    public Amount withMostWord(String value) {
        return with(leastWord, Optional.of(value));
    }

    private Amount with(Optional<String> ofLeast, Optional<String> ofMost) {
        return new Amount(
                word,
                label,
                help,
                unit,
                least,
                most,
                leastShown,
                mostShown,
                usual,
                ofLeast,
                ofMost);
    }

    /// Whether a value means that there is no bound.
    public boolean isUnbounded(double value) {
        return value == most && mostWord.isPresent();
    }

    /// What a value is called, if it is more than a number.
    public Optional<String> name(double value) {
        return value == least ? leastWord : value == most ? mostWord : Optional.empty();
    }

    /// The value of that name.
    public Optional<Double> named(String name) {
        if (leastWord.filter(name.trim()::equalsIgnoreCase).isPresent()) {
            return Optional.of(least);
        }
        return mostWord.filter(name.trim()::equalsIgnoreCase).map(word -> most);
    }

    /// A value as files have it: a number, or its name.
    public Object written(Double value) {
        return name(value).<Object>map(name -> name).orElse(value);
    }

    @Override
    public Double parse(String typed) {
        Optional<Double> named = named(typed);
        if (named.isPresent()) {
            return named.get();
        }
        try {
            return checked(Double.parseDouble(typed.trim().replace(',', '.')));
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(range() + ", was “" + typed + "”", e);
        }
    }

    @Override
    public String typed(Double value) {
        if (name(value).isPresent()) {
            return name(value).orElseThrow();
        }
        return value == Math.rint(value)
                ? String.format(Locale.ROOT, "%.0f", value)
                : value.toString();
    }

    @Override
    public String shown(Double value) {
        if (name(value).isPresent()) {
            return name(value).orElseThrow();
        }
        String format = value == Math.rint(value) ? "%.0f %s" : "%.1f %s";
        return String.format(Locale.ROOT, format, value, unit);
    }

    @Override
    public Double checked(Double value) {
        if (!(value >= least && value <= most)) {
            throw new IllegalArgumentException(range() + ", was " + typed(value));
        }
        // A negative zero is no bound of a range that begins with a positive one.
        return value + 0.0;
    }

    private String range() {
        return String.format(
                Locale.ROOT, "%s must be %s to %s %s", word, typed(least), typed(most), unit);
    }

    /// Two are the same setting if they have the same word.
    @Override
    public boolean equals(Object other) {
        return other instanceof Amount amount && amount.word.equals(word);
    }

    @Override
    public int hashCode() {
        return word.hashCode();
    }
}
