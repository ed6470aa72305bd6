package zelvan.tuning;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// A chord, by its usual sign: "C", "F♯m", "B♭7", "Gsus4", "Am7/G".
///
/// @param name as the user writes it
public record Chord(String name) {
    /// What can stand behind the root, the plainest first.
    ///
    /// @param steps above the root
    private record Kind(String sign, int... steps) {
        ToneSet above(int root) {
            int classes = 0;
            for (int step : steps) {
                classes |= 1 << step;
            }
            return new ToneSet(classes).transposed(root);
        }
    }

    /// Common practice.
    private static final List<Kind> KINDS =
            List.of(
                    new Kind("", 0, 4, 7),
                    new Kind("m", 0, 3, 7),
                    new Kind("7", 0, 4, 7, 10),
                    new Kind("m7", 0, 3, 7, 10),
                    new Kind("maj7", 0, 4, 7, 11),
                    new Kind("sus4", 0, 5, 7),
                    new Kind("sus2", 0, 2, 7),
                    new Kind("5", 0, 7),
                    new Kind("6", 0, 4, 7, 9),
                    new Kind("m6", 0, 3, 7, 9),
                    new Kind("dim", 0, 3, 6),
                    new Kind("aug", 0, 4, 8),
                    new Kind("m7b5", 0, 3, 6, 10),
                    new Kind("dim7", 0, 3, 6, 9),
                    new Kind("9", 0, 4, 7, 10, 2),
                    new Kind("add9", 0, 4, 7, 2),
                    new Kind("7sus4", 0, 5, 7, 10));

    public Chord {
        if (read(name).isEmpty()) {
            throw new IllegalArgumentException("no chord is called " + name);
        }
    }

    /// @return nothing if the sign is not known
    public static Optional<Chord> parse(String sign) {
        return read(sign.trim()).isPresent()
                ? Optional.of(new Chord(sign.trim()))
                : Optional.empty();
    }

    /// What belongs to it.
    public ToneSet tones() {
        return read(name).orElseThrow();
    }

    private static Optional<ToneSet> read(String sign) {
        int slash = sign.indexOf('/');
        String upper = slash < 0 ? sign : sign.substring(0, slash);
        Optional<ToneSet.Named> root = ToneSet.Named.at(upper);
        Optional<ToneSet.Named> bass =
                slash < 0 ? Optional.empty() : ToneSet.Named.at(sign.substring(slash + 1));
        if (root.isEmpty() || slash >= 0 && bass.isEmpty()) {
            return Optional.empty();
        }
        String rest = upper.substring(root.get().length()).replace('♭', 'b');
        return KINDS.stream()
                .filter(kind -> kind.sign.equals(rest))
                .findFirst()
                .map(kind -> kind.above(root.get().pitchClass()))
                .map(tones ->
                        bass.map(b -> new ToneSet(tones.classes() | 1 << b.pitchClass()))
                                .orElse(tones));
    }

    /// The pitch class that it is named after.
    int root() {
        return ToneSet.Named.at(name).orElseThrow().pitchClass();
    }

    /// All that can be made on the twelve tones, the plainest first; no other basses.
    static List<Chord> all() {
        List<Chord> all = new ArrayList<>();
        for (Kind kind : KINDS) {
            for (int root = 0; root < ToneSet.CLASSES; root++) {
                all.add(new Chord(ToneSet.nameOf(root) + kind.sign));
            }
        }
        return all;
    }
}
