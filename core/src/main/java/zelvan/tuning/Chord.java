package zelvan.tuning;

import java.util.Map;
import java.util.Optional;

/// A chord, by its usual sign: "C", "F♯m", "B♭7", "Gsus4", "Am7/G".
///
/// @param name as the user writes it
public record Chord(String name) {
    /// Steps above the root, by the rest of the sign. Common practice.
    private static final Map<String, int[]> KINDS =
            Map.ofEntries(
                    Map.entry("", new int[] {0, 4, 7}),
                    Map.entry("m", new int[] {0, 3, 7}),
                    Map.entry("5", new int[] {0, 7}),
                    Map.entry("7", new int[] {0, 4, 7, 10}),
                    Map.entry("maj7", new int[] {0, 4, 7, 11}),
                    Map.entry("m7", new int[] {0, 3, 7, 10}),
                    Map.entry("6", new int[] {0, 4, 7, 9}),
                    Map.entry("m6", new int[] {0, 3, 7, 9}),
                    Map.entry("9", new int[] {0, 4, 7, 10, 2}),
                    Map.entry("add9", new int[] {0, 4, 7, 2}),
                    Map.entry("sus2", new int[] {0, 2, 7}),
                    Map.entry("sus4", new int[] {0, 5, 7}),
                    Map.entry("7sus4", new int[] {0, 5, 7, 10}),
                    Map.entry("dim", new int[] {0, 3, 6}),
                    Map.entry("dim7", new int[] {0, 3, 6, 9}),
                    Map.entry("m7b5", new int[] {0, 3, 6, 10}),
                    Map.entry("aug", new int[] {0, 4, 8}));

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
        int[] steps = KINDS.get(upper.substring(root.get().length()).replace('♭', 'b'));
        if (steps == null) {
            return Optional.empty();
        }
        int classes = 0;
        for (int step : steps) {
            classes |= 1 << step;
        }
        ToneSet tones = new ToneSet(classes).transposed(root.get().pitchClass());
        return Optional.of(
                bass.map(b -> new ToneSet(tones.classes() | 1 << b.pitchClass())).orElse(tones));
    }
}
