package zelvan.desktop.acts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
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
}
