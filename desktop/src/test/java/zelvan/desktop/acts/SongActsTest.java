package zelvan.desktop.acts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.align.Anchor;
import zelvan.measure.Combing;
import zelvan.session.GuideReference;
import zelvan.session.Role;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.units.Grid;

/// What is said of the song as a whole: its chords, its grid, its tracks.
class SongActsTest {
    private static final State NOW = Sung.now();

    private static List<Harmony.Change> chords(State state) {
        return state.session().harmony().chords();
    }

    private static State writing(State state, double seconds, String sign) {
        return Sung.after(state, new Chords(state).write(seconds, sign));
    }

    @Test
    void chordsAreWrittenMovedAndTakenAway() {
        State two = writing(writing(NOW, 0, "Am"), 4, "G7");
        assertThat(chords(two)).extracting(c -> c.chord().name()).containsExactly("Am", "G7");
        Harmony.Change second = chords(two).getLast();
        Act moved = new Chords(two).move(two.session().harmony(), second, 6);
        assertThat(chords(Sung.after(two, moved)).getLast().seconds()).isEqualTo(6);
        assertThat(chords(writing(two, 4, ""))).hasSize(1);
        assertThat(writing(two, 4, "G7").session()).isEqualTo(two.session());
    }

    @Test
    void whatIsNoChordIsSaidAndChangesNothing() {
        Act act = new Chords(NOW).write(0, "Hello");
        assertThat(act.edit()).isEmpty();
        assertThat(act.words().orElseThrow()).contains("“Hello”");
        assertThat(Chords.isUnderstood("Hello")).isFalse();
        assertThat(Chords.isUnderstood(" ")).isTrue();
        assertThat(Chord.parse("Am7/G")).isPresent();
    }

    /// At 120 beats a minute and 4 beats a bar a bar takes 2 s; without a grid the next phrase is
    /// next.
    @Test
    void theNextChordComesWithTheNextBarOrPhrase() {
        assertThat(new Chords(NOW).next(1)).hasValue(4.9);
        State grid = Sung.after(NOW, new Guiding(NOW).setTempo(120));
        assertThat(new Chords(grid).next(1)).hasValue(2.0);
        assertThat(new Chords(grid).next(2)).hasValue(4.0);
        assertThat(new Chords(grid).snapped(1.1)).isCloseTo(1, within(1e-9));
    }

    @Test
    void aGridComesWithWhatNeedsOne() {
        Guiding guiding = new Guiding(NOW);
        assertThat(guiding.references())
                .extracting(Guiding.Reference::name)
                .containsExactly(
                        "nothing, as sung",
                        "the grid",
                        "the middle of all voices",
                        "Left",
                        "Right");
        State lined = Sung.after(NOW, guiding.lineUpWith(guiding.references().get(1)));
        assertThat(lined.session().guideReference()).isEqualTo(GuideReference.GRID);
        assertThat(lined.session().grid()).hasValue(guiding.gridOrUsual());
        State none = Sung.after(lined, new Guiding(lined).removeGrid());
        assertThat(none.session().grid()).isEmpty();
    }

    @Test
    void theGridChangesOneThingAtATime() {
        State now = Sung.after(NOW, new Guiding(NOW).setTempo(150));
        now = Sung.after(now, new Guiding(now).setBeatsPerBar(3));
        now = Sung.after(now, new Guiding(now).setFirstBeat(0.25));
        now = Sung.after(now, new Guiding(now).divide(Grid.Division.HALVES));
        now = Sung.after(now, new Guiding(now).swing(0.6));
        Grid grid = now.session().grid().orElseThrow();
        assertThat(grid.tempo().secondsAt(3)).isCloseTo(0.25 + 3 * 0.4, within(1e-9));
        assertThat(grid.tempo().beatsPerBar()).isEqualTo(3);
        assertThat(grid.swing()).isEqualTo(0.6);
        Guiding last = new Guiding(now);
        assertThatThrownBy(() -> last.setTempo(1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> last.setTempo(Double.NaN))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void theGuideKeepsItsRoleWhateverIsSelectedWithIt() {
        List<Voice> all = NOW.session().voices();
        State takes = Sung.after(NOW, new Tracks(NOW).setRole(all, Role.TAKE));
        assertThat(takes.session().voices())
                .extracting(Voice::role)
                .containsExactly(Role.GUIDE, Role.TAKE, Role.TAKE);
        assertThat(takes.session().stack("takes")).isPresent();
        Tracks tracks = new Tracks(NOW);
        assertThat(tracks.setRole(all.subList(0, 1), Role.TAKE)).isEqualTo(Act.NOTHING);
    }

    @Test
    void anotherGuideLetsGoOfWhatWasHeldAndSaysSo() {
        Voice left = NOW.voice("l").orElseThrow();
        assertThat(new Tracks(NOW).makeGuide(left).words()).isEmpty();
        Repairs.Taken taken = new Repairs(NOW).take("r", 33, Optional.of(Anchor.held(33, 3)), 3);
        State held = Sung.after(NOW, new Repairs(NOW).hold(taken, 3.2));
        Act lead = new Tracks(held).makeGuide(left);
        assertThat(lead.words().orElseThrow()).contains("are let go");
        State after = Sung.after(held, lead);
        assertThat(after.session().guide().orElseThrow().id()).isEqualTo("l");
        assertThat(after.hand(after.voice("r").orElseThrow()).anchors()).isEmpty();
    }

    @Test
    void twoThatCombAreOpenedInThatPhrase() {
        Combing pair = new Combing("l", "r", Sung.PHRASE, 0.99, Optional.of(0.012));
        State after = Sung.after(NOW, new Tracks(NOW).open(pair));
        Voice left = after.voice("l").orElseThrow();
        assertThat(left.inPhrase(Sung.PHRASE).inForce(TimingSettings.SLACK)).isEqualTo(12);
        Combing same = new Combing("l", "r", Sung.PHRASE, 1, Optional.empty());
        assertThat(new Tracks(NOW).open(same)).isEqualTo(Act.NOTHING);
    }
}
