package zelvan.tuning;

import java.util.Locale;
import java.util.Optional;

/// The key of a song.
///
/// @param tonic pitch class, 0 is C and 11 is B
/// @param mode its scale
public record Key(int tonic, Mode mode) {
    /// A scale, as steps above its first tone in half tones.
    public enum Mode {
        MAJOR("major", 0, 2, 4, 5, 7, 9, 11),
        /// With the minor seventh; the leading tone is sung as the melody wants it, so both belong.
        MINOR("minor", 0, 2, 3, 5, 7, 8, 10, 11);

        private final String word;
        private final int tones;

        Mode(String word, int... steps) {
            this.word = word;
            int set = 0;
            for (int step : steps) {
                set |= 1 << step;
            }
            this.tones = set;
        }

        public String word() {
            return word;
        }
    }

    public Key {
        if (tonic < 0 || tonic >= ToneSet.CLASSES) {
            throw new IllegalArgumentException("tonic must be 0 to 11, was " + tonic);
        }
    }

    public ToneSet tones() {
        return new ToneSet(mode.tones).transposed(tonic);
    }

    /// For people: "D minor".
    public String name() {
        return ToneSet.nameOf(tonic) + " " + mode.word;
    }

    /// @param text as [#name] writes it; sharps and flats, "m" or "minor"
    public static Optional<Key> parse(String text) {
        String trimmed = text.trim();
        Optional<ToneSet.Named> named = ToneSet.Named.at(trimmed);
        if (named.isEmpty()) {
            return Optional.empty();
        }
        String rest = trimmed.substring(named.get().length()).trim();
        return switch (rest.equals("m") ? "minor" : rest.toLowerCase(Locale.ROOT)) {
            case "", "major" -> Optional.of(new Key(named.get().pitchClass(), Mode.MAJOR));
            case "minor" -> Optional.of(new Key(named.get().pitchClass(), Mode.MINOR));
            default -> Optional.empty();
        };
    }
}
