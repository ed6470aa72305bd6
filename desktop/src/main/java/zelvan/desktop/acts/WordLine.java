package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/// A line of words over the vowels of its phrase: one part a vowel where there are as many, or else
/// spread as evenly as can be.
///
/// As in a vocal score, `-` divides syllables, and `_` stands for a vowel on which the one before
/// it goes on.
///
/// @param parts syllables if there is a vowel for each, else words
/// @param vowels how many the phrase has
record WordLine(List<Part> parts, int vowels) {
    private static final String DIVIDES = "-";
    private static final String GOES_ON = "_";

    /// @param written as it stands in the line, without what divides it from the next
    /// @param endsWord whether the next one begins another word
    record Part(String written, boolean endsWord) {
        /// As it is shown; empty where the one before goes on.
        String text() {
            return written.replace(DIVIDES, "").replace(GOES_ON, "");
        }

        private boolean isSung() {
            return !written.equals(GOES_ON);
        }
    }

    WordLine {
        parts = List.copyOf(parts);
    }

    static WordLine of(String line, int vowels) {
        List<String> words = Arrays.stream(line.split("\\s+")).filter(w -> !w.isEmpty()).toList();
        List<Part> syllables = words.stream().flatMap(w -> syllables(w).stream()).toList();
        return new WordLine(
                syllables.size() <= vowels
                        ? syllables
                        : words.stream().map(w -> new Part(w, true)).toList(),
                vowels);
    }

    private static List<Part> syllables(String word) {
        List<String> all = Arrays.stream(word.split(DIVIDES)).filter(s -> !s.isEmpty()).toList();
        return IntStream.range(0, all.size())
                .mapToObj(i -> new Part(all.get(i), i == all.size() - 1))
                .toList();
    }

    /// A line as it is read, without what divides it.
    static String plain(String line) {
        return line.replace(DIVIDES, "").replace(GOES_ON, "").strip().replaceAll("\\s+", " ");
    }

    /// Which vowel a part is sung on, counted from 0.
    int vowelOf(int part) {
        return (int) ((long) part * vowels / parts.size());
    }

    /// With a part on another vowel: those in the way make room, as long as each has a vowel.
    ///
    /// @param part of those that are sung
    WordLine moved(int part, int vowel) {
        List<Integer> sung =
                IntStream.range(0, parts.size())
                        .filter(i -> parts.get(i).isSung())
                        .boxed()
                        .toList();
        int which = sung.indexOf(part);
        if (which < 0 || sung.size() > vowels) {
            return this;
        }
        int[] at = sung.stream().mapToInt(this::vowelOf).toArray();
        at[which] = Math.clamp(vowel, which, vowels - (at.length - which));
        for (int i = which - 1; i >= 0; i--) {
            at[i] = Math.min(at[i], at[i + 1] - 1);
        }
        for (int i = which + 1; i < at.length; i++) {
            at[i] = Math.max(at[i], at[i - 1] + 1);
        }
        return new WordLine(held(sung.stream().map(parts::get).toList(), at), vowels);
    }

    /// One part a vowel.
    private List<Part> held(List<Part> sung, int[] at) {
        List<Part> held = new ArrayList<>();
        boolean wordIsOver = true;
        for (int i = 0; i < at.length; i++) {
            while (held.size() < at[i]) {
                held.add(new Part(GOES_ON, wordIsOver));
            }
            held.add(sung.get(i));
            wordIsOver = sung.get(i).endsWord();
        }
        while (held.size() < vowels) {
            held.add(new Part(GOES_ON, true));
        }
        return held;
    }

    /// The line again, as it would be typed.
    String written() {
        StringBuilder line = new StringBuilder();
        parts.forEach(p -> line.append(p.written()).append(p.endsWord() ? " " : DIVIDES));
        return line.toString().strip();
    }
}
