package zelvan.singers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;

class PerformerTest {
    private static final Song SONG =
            new Song(
                    0.5,
                    List.of(
                            Song.phrase("a", 2, "l.ae:67:1 s.iy:69:1 m.ao.r:67:2"),
                            Song.phrase("b", 8, "t.uw:65:1 n.aa:64:2")));

    private static Performance perform(Habits habits, Departures departures) {
        return new Performer(Singer.MARA, habits, 5).perform(SONG, departures, 8);
    }

    @Test
    void aPerfectTakePutsItsVowelsOnTheBeats() {
        Performance take = perform(Habits.PERFECT, Departures.NONE);
        assertThat(
                        take.moments().stream()
                                .filter(m -> m.kind().equals("vowel"))
                                .map(Performance.Moment::seconds))
                .usingElementComparator((x, y) -> Math.abs(x - y) < 1e-9 ? 0 : Double.compare(x, y))
                .containsExactly(1.0, 1.5, 2.0, 4.0, 4.5);
    }

    @Test
    void consonantsComeBeforeTheirVowelAndPhonesLeaveNoHole() {
        Performance take =
                perform(new Habits(0.03, 1, 0.02, 0.03, 0.05, 10, 0, true), Departures.NONE);
        double at = 0;
        for (Performance.TimedPhone phone : take.phones()) {
            assertThat(phone.startSeconds()).isCloseTo(at, within(1e-9));
            assertThat(phone.endSeconds()).isGreaterThanOrEqualTo(phone.startSeconds());
            at = phone.endSeconds();
        }
        assertThat(take.moments())
                .isSortedAccordingTo(
                        java.util.Comparator.comparingDouble(Performance.Moment::seconds));
    }

    @Test
    void aMissingPhraseChangesNothingElse() {
        Habits habits = new Habits(0, 1, 0.02, 0.02, 0.02, 10, 0, false);
        Performance whole = perform(habits, Departures.NONE);
        Performance without =
                perform(habits, new Departures(Set.of("a"), Map.of(), List.of(), Set.of()));
        assertThat(without.moments())
                .isEqualTo(whole.moments().stream().filter(m -> m.id().startsWith("b")).toList());
    }

    @Test
    void anotherTempoMovesEveryBeatInProportion() {
        Performance slow = perform(new Habits(0, 1.1, 0, 0, 0, 0, 0, false), Departures.NONE);
        assertThat(slow.moments().getLast().seconds()).isCloseTo(1.1 * 0.5 * 11, within(0.01));
    }
}
