package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class GuessTest {
    private static Session guessedAll() {
        Session session = HistoryTest.session();
        return session.withVoices(
                session.voices().stream().map(v -> v.guessedAs(v.role(), v.stackId())).toList());
    }

    @Test
    void whatSomebodyHasSaidIsNotGuessed() {
        Guess guess = new Guess(Map.of("v", Role.HARMONY, "w", Role.HARMONY));
        Session said =
                new Edit.SetRole(List.of("v"), "Left", Role.DOUBLE, HistoryTest.DOUBLES)
                        .apply(guessedAll());
        Session known = guess.in(said);
        assertThat(known.voices())
                .extracting(Voice::role)
                .containsExactly(Role.GUIDE, Role.DOUBLE, Role.HARMONY);
        assertThat(known.voices()).extracting(Voice::guessed).containsExactly(true, false, true);
        assertThat(known.voice("w").orElseThrow().stackId()).isEqualTo("harmonies");
        assertThat(guess.in(known)).as("nothing new").isEqualTo(known);
    }

    @Test
    void whereTheGuideIsABedTheNextVoiceLeads() {
        Session known = new Guess(Map.of("g", Role.BED)).in(guessedAll());
        assertThat(known.voices())
                .extracting(Voice::role)
                .containsExactly(Role.BED, Role.GUIDE, Role.DOUBLE);
        assertThat(known.guide().orElseThrow().safe()).isTrue();
        assertThat(known.voice("g").orElseThrow().safe()).isFalse();
    }

    @Test
    void aStackThatNobodyIsInAnyMoreGoes() {
        Session known = new Guess(Map.of("v", Role.OCTAVE, "w", Role.OCTAVE)).in(guessedAll());
        assertThat(known.stacks()).extracting(Stack::id).containsExactly("octaves");
    }

    @Test
    void aTrackThatSomebodyHasPutSomewhereStaysThere() {
        Stack gang = HistoryTest.DOUBLES.withName("Gang");
        Session placed =
                new TrackEdit.Move(
                                List.of("v"),
                                "Left",
                                Optional.empty(),
                                new Stack("gang", gang.name(), gang.settings()))
                        .apply(guessedAll());
        Session known = new Guess(Map.of("v", Role.HARMONY)).in(placed);
        assertThat(known.voice("v").orElseThrow().role()).isEqualTo(Role.HARMONY);
        assertThat(known.voice("v").orElseThrow().stackId()).isEqualTo("gang");
    }
}
