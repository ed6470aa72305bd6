package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.session.Edit;
import zelvan.units.GuideSpan;

/// What is sung: a line of words a phrase of the guide, spread over its vowels.
public record Words(State now) {
    /// A vowel may begin a little outside its phrase.
    private static final double EDGE_SECONDS = 0.02;

    /// A syllable, or a word where it is not divided.
    ///
    /// @param phrase whose it is, among the guide's
    /// @param part which of the line
    /// @param guideSeconds when its vowel begins, in the guide's time as recorded
    public record Syllable(int phrase, int part, String text, double guideSeconds) {}

    /// Takes lines as they are pasted: empty ones divide verses and stand for no phrase.
    public Act set(String pasted) {
        List<String> lines = pasted.lines().map(String::strip).filter(l -> !l.isEmpty()).toList();
        return lines.equals(now.session().words())
                ? Act.NOTHING
                : Act.of(
                        new Edit.SetWords(
                                lines,
                                lines.isEmpty()
                                        ? "No words"
                                        : "Words of " + lines.size() + " phrases"));
    }

    /// The words of a phrase; empty where there are none.
    ///
    /// @param index among the guide's phrases
    public Optional<String> of(int index) {
        List<String> lines = now.session().words();
        return index < lines.size()
                ? Optional.of(WordLine.plain(lines.get(index)))
                : Optional.empty();
    }

    /// Where each syllable of a phrase is sung: one a vowel where there are as many, or else spread
    /// over the vowels as evenly as can be.
    ///
    /// @param index among the guide's phrases
    public List<Syllable> spread(int index) {
        double[] vowels = vowels(index);
        if (index >= now.session().words().size() || vowels.length == 0) {
            return List.of();
        }
        WordLine line = WordLine.of(now.session().words().get(index), vowels.length);
        List<Syllable> spread = new ArrayList<>();
        for (int i = 0; i < line.parts().size(); i++) {
            String text = line.parts().get(i).text();
            if (!text.isEmpty()) {
                spread.add(new Syllable(index, i, text, vowels[line.vowelOf(i)]));
            }
        }
        return spread;
    }

    /// Moves a syllable to another vowel of its phrase.
    ///
    /// @param guideSeconds near that vowel, in the guide's time as recorded
    public Act move(Syllable syllable, double guideSeconds) {
        double[] vowels = vowels(syllable.phrase());
        int nearest =
                IntStream.range(0, vowels.length)
                        .boxed()
                        .min(Comparator.comparingDouble(v -> Math.abs(vowels[v] - guideSeconds)))
                        .orElse(0);
        List<String> lines = new ArrayList<>(now.session().words());
        lines.set(
                syllable.phrase(),
                WordLine.of(lines.get(syllable.phrase()), vowels.length)
                        .moved(syllable.part(), nearest)
                        .written());
        return Act.of(
                new Edit.SetWords(
                        lines,
                        "“%s” of phrase %d".formatted(syllable.text(), syllable.phrase() + 1)));
    }

    /// When the vowels of a phrase begin, in the guide's time as recorded.
    private double[] vowels(int index) {
        List<GuideSpan> phrases = now.derived().guidePhrases();
        if (index >= phrases.size()) {
            return new double[0];
        }
        GuideSpan phrase = phrases.get(index).widenedBy(EDGE_SECONDS);
        return new Repairs(now)
                .guideLandmarks().stream()
                        .filter(l -> l.kind() == LandmarkKind.VOWEL)
                        .mapToDouble(Landmark::seconds)
                        .filter(phrase::contains)
                        .toArray();
    }
}
