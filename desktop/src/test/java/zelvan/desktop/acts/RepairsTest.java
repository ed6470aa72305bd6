package zelvan.desktop.acts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.align.Anchor;
import zelvan.analysis.LandmarkKind;
import zelvan.session.Voice;

class RepairsTest {
    private static final State NOW = Sung.now();
    private static final double THIRD = 3 + Sung.LEFT_LATE_SECONDS;

    private static List<Anchor> anchors(State state, String voiceId) {
        return state.hand(state.voice(voiceId).orElseThrow()).anchors();
    }

    private static State focused(State state, Selection selection, double sourceSeconds) {
        return Sung.of(state.session(), selection, new Focus.OnBead("l", sourceSeconds));
    }

    private static Repairs.Taken third(State state) {
        Repairs repairs = new Repairs(state);
        return repairs.take("l", THIRD, repairs.anchorAt("l", THIRD), 3);
    }

    @Test
    void aBeadThatIsNudgedGoesOnBelongingWhereItDid() {
        State after = Sung.after(NOW, new Repairs(NOW).hold(third(NOW), 3.02));
        Anchor held = anchors(after, "l").getFirst();
        assertThat(held.guideSeconds()).isEqualTo(3);
        assertThat(held.heldSeconds()).hasValue(3.02);
    }

    @Test
    void aBeadThatIsMovedFarBelongsWhereItIsPut() {
        State after = Sung.after(NOW, new Repairs(NOW).hold(third(NOW), 3.4));
        assertThat(anchors(after, "l").getFirst().guideSeconds()).isEqualTo(3.4);
        State onto = Sung.after(NOW, new Repairs(NOW).hold(third(NOW), 4));
        assertThat(anchors(onto, "l").getFirst().guideSeconds())
                .as("the guide's landmark there")
                .isEqualTo(4);
    }

    /// One gesture on several selected voices holds the same syllable in all of them.
    @Test
    void theSameSyllableOfAllSelectedVoicesGoesAlong() {
        Selection both = Selection.ofVoice("l").toggling("r");
        State now = Sung.of(Sung.session(), both, Focus.NOTHING);
        State after = Sung.after(now, new Repairs(now).hold(third(now), 3.4));
        assertThat(anchors(after, "r"))
                .singleElement()
                .satisfies(a -> {
                    assertThat(a.sourceSeconds()).isEqualTo(3 + Sung.RIGHT_LATE_SECONDS);
                    assertThat(a.guideSeconds()).isEqualTo(3.4);
                });
        State letGo = Sung.after(after, new Repairs(after).letGo("l", THIRD));
        assertThat(letGo.session()).isEqualTo(now.session());
    }

    @Test
    void nothingIsHeldOutsideTheGuide() {
        double before = heldAt(-5);
        double behind = heldAt(500);
        assertThat(before).isCloseTo(0.02, within(1e-9));
        assertThat(behind).isCloseTo(40 - 0.02, within(1e-9));
    }

    private static double heldAt(double seconds) {
        State after = Sung.after(NOW, new Repairs(NOW).hold(third(NOW), seconds));
        return anchors(after, "l").getFirst().heldSeconds().orElseThrow();
    }

    @Test
    void theGuideItselfIsHeldInTheSong() {
        Repairs.Taken taken = new Repairs(NOW).take("g", 2, Optional.empty(), 2);
        State after = Sung.after(NOW, new Repairs(NOW).hold(taken, 2.1));
        assertThat(anchors(after, "g")).containsExactly(Anchor.held(2, 2.1));
    }

    @Test
    void nudgesAddUpBeforeAnythingIsDerived() {
        State now = focused(NOW, Selection.NOTHING, THIRD);
        for (int i = 0; i < 5; i++) {
            State next = Sung.after(now, new Repairs(now).nudge(0.001));
            now = focused(next, Selection.NOTHING, THIRD);
        }
        assertThat(anchors(now, "l").getFirst().heldSeconds().orElseThrow())
                .as("from where it sounds")
                .isCloseTo(THIRD + 0.005, within(1e-9));
        State onto = Sung.after(now, new Repairs(now).toGuide());
        assertThat(anchors(onto, "l").getFirst().heldSeconds()).hasValue(8.0);
    }

    @Test
    void aLandmarkThatIsAddedIsTiedToWhatTheGuideSingsThere() {
        Act act = new Repairs(NOW).addLandmark("l", LandmarkKind.CONSONANT, THIRD + 0.5);
        assertThat(act.focus()).hasValue(new Focus.OnBead("l", THIRD + 0.5));
        assertThat(anchors(Sung.after(NOW, act), "l").getFirst().guideSeconds())
                .isCloseTo(3.5, within(1e-9));
    }

    /// What was found goes, what was set is let go, and the focus with both.
    @Test
    void whatHasTheFocusIsDeleted() {
        State found = focused(NOW, Selection.NOTHING, THIRD);
        Act gone = new Repairs(found).delete();
        assertThat(gone.focus()).hasValue(Focus.NOTHING);
        Voice left = found.voice("l").orElseThrow();
        State after = Sung.after(found, gone);
        assertThat(after.hand(left).marks()).isNotEqualTo(found.hand(left).marks());

        State held = Sung.after(NOW, new Repairs(NOW).hold(third(NOW), 3.02));
        State focused = focused(held, Selection.NOTHING, THIRD);
        assertThat(Sung.after(focused, new Repairs(focused).delete()).session())
                .isEqualTo(NOW.session());
        assertThat(new Repairs(NOW).delete()).isEqualTo(Act.NOTHING);
    }
}
