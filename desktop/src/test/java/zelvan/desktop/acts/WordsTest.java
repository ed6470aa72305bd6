package zelvan.desktop.acts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class WordsTest {
    private static Words words(String pasted) {
        State now = Sung.now();
        return new Words(Sung.after(now, new Words(now).set(pasted)));
    }

    @Test
    void emptyLinesDivideVersesAndStandForNoPhrase() {
        Words words = words("lan-terns on the pier\n\n  burn low \n");
        assertThat(words.now().session().words())
                .containsExactly("lan-terns on the pier", "burn low");
        assertThat(words.of(0)).contains("lanterns on the pier");
        assertThat(words.of(2)).isEmpty();
    }

    @Test
    void theSameWordsAreNoStep() {
        Words words = words("one\ntwo");
        assertThat(words.set("one\ntwo\n")).isEqualTo(Act.NOTHING);
        assertThat(words.set("").edit()).isPresent();
    }

    @Test
    void syllablesStandInOrderWithinTheirPhrase() {
        for (String line : List.of("one", "one two", "a-b-c d-e f", "a b c d e f g h i j k")) {
            List<Words.Syllable> spread = words(line).spread(0);
            assertThat(spread).isNotEmpty();
            assertThat(spread)
                    .extracting(Words.Syllable::guideSeconds)
                    .isSorted()
                    .allMatch(t -> Sung.PHRASE.widenedBy(0.05).contains(t));
        }
    }

    private static Words moved(Words words, String text, double guideSeconds) {
        Words.Syllable syllable =
                words.spread(0).stream()
                        .filter(s -> s.text().equals(text))
                        .findFirst()
                        .orElseThrow();
        return new Words(Sung.after(words.now(), words.move(syllable, guideSeconds)));
    }

    private static String shown(Words words) {
        return words.spread(0).stream()
                .map(s -> s.text() + " " + Math.round(s.guideSeconds()))
                .collect(Collectors.joining(", "));
    }

    @Test
    void aSyllableIsMovedToAnotherVowelAndTheOneBeforeGoesOn() {
        Words words = words("lan-terns low");
        assertThat(shown(words)).isEqualTo("lan 1, terns 2, low 3");
        Words low = moved(words, "low", 4.2);
        assertThat(shown(low)).isEqualTo("lan 1, terns 2, low 4");
        assertThat(low.now().session().words()).containsExactly("lan-terns _ low");
        assertThat(low.of(0)).contains("lanterns low");
        Words terns = moved(low, "terns", 2.9);
        assertThat(shown(terns)).isEqualTo("lan 1, terns 3, low 4");
        assertThat(terns.now().session().words()).containsExactly("lan-_-terns low");
        assertThat(moved(terns, "terns", 2).now().session().words())
                .isEqualTo(low.now().session().words());
    }

    @Test
    void thoseInTheWayMakeRoomAsLongAsEachHasAVowel() {
        Words words = words("lan-terns low");
        assertThat(shown(moved(words, "lan", 2))).isEqualTo("lan 2, terns 3, low 4");
        assertThat(shown(moved(words, "lan", 4))).isEqualTo("lan 2, terns 3, low 4");
        assertThat(shown(moved(moved(words, "lan", 4), "low", 1)))
                .isEqualTo("lan 1, terns 2, low 3");
    }

    @Test
    void wordsWithMoreSyllablesThanVowelsAreMovedAsWholes() {
        Words words = words("lan-terns on-ward slow-ly");
        assertThat(shown(words)).isEqualTo("lanterns 1, onward 2, slowly 3");
        Words moved = moved(words, "slowly", 4);
        assertThat(shown(moved)).isEqualTo("lanterns 1, onward 2, slowly 4");
        assertThat(moved.now().session().words()).containsExactly("lan-terns on-ward _ slow-ly");
    }
}
