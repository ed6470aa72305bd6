package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
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
    /// @param guideSeconds when its vowel begins, in the guide's time as recorded
    public record Syllable(String text, double guideSeconds) {}

    /// Takes lines as they are pasted: empty ones divide verses and stand for no phrase.
    public Act set(String pasted) {
        List<String> lines = pasted.lines().map(String::strip).filter(l -> !l.isEmpty()).toList();
        return lines.equals(now.session().words()) ? Act.NOTHING : Act.of(new Edit.SetWords(lines));
    }

    /// The words of a phrase; empty where there are none.
    ///
    /// @param index among the guide's phrases
    public Optional<String> of(int index) {
        List<String> lines = now.session().words();
        return index < lines.size()
                ? Optional.of(lines.get(index).replace("-", ""))
                : Optional.empty();
    }

    /// Where each syllable of a phrase is sung: one a vowel where there are as many, or else spread
    /// over the vowels as evenly as can be.
    ///
    /// @param index among the guide's phrases
    public List<Syllable> spread(int index) {
        List<String> lines = now.session().words();
        List<GuideSpan> phrases = now.derived().guidePhrases();
        if (index >= Math.min(lines.size(), phrases.size())) {
            return List.of();
        }
        GuideSpan phrase = phrases.get(index).widenedBy(EDGE_SECONDS);
        double[] vowels =
                new Repairs(now)
                        .guideLandmarks().stream()
                                .filter(l -> l.kind() == LandmarkKind.VOWEL)
                                .mapToDouble(Landmark::seconds)
                                .filter(phrase::contains)
                                .toArray();
        List<String> texts = texts(lines.get(index), vowels.length);
        List<Syllable> spread = new ArrayList<>();
        for (int i = 0; i < texts.size() && vowels.length > 0; i++) {
            int vowel = (int) ((long) i * vowels.length / texts.size());
            spread.add(new Syllable(texts.get(i), vowels[vowel]));
        }
        return spread;
    }

    /// Syllables, if there is a vowel for each; else words.
    private static List<String> texts(String line, int vowels) {
        List<String> words = Arrays.stream(line.split("\\s+")).filter(w -> !w.isEmpty()).toList();
        List<String> syllables =
                words.stream()
                        .flatMap(w -> Arrays.stream(w.split("-")))
                        .filter(s -> !s.isEmpty())
                        .toList();
        return syllables.size() <= vowels
                ? syllables
                : words.stream().map(w -> w.replace("-", "")).toList();
    }
}
