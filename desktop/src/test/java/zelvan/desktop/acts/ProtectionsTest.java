package zelvan.desktop.acts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.session.Protection;
import zelvan.units.RecordedSpan;

class ProtectionsTest {
    private static final RecordedSpan LEFT_PHRASE = recorded(Sung.LEFT_LATE_SECONDS);
    private static final RecordedSpan RIGHT_PHRASE = recorded(Sung.RIGHT_LATE_SECONDS);
    private static final State BOTH =
            Sung.of(
                    Sung.session(),
                    Selection.ofCell("l", Sung.PHRASE).togglingCell("r", Sung.PHRASE),
                    Focus.NOTHING);

    private static RecordedSpan recorded(double later) {
        return new RecordedSpan(0.9 + later, 4.1 + later);
    }

    private static List<Protection> of(State state, String voiceId) {
        return state.hand(state.voice(voiceId).orElseThrow()).protections();
    }

    /// A phrase of the guide is another stretch in each recording.
    @Test
    void aPhraseIsProtectedWhereEachVoiceSingsIt() {
        State after = Sung.after(BOTH, new Protections(BOTH).toggle());
        assertThat(of(after, "l"))
                .containsExactly(new Protection(LEFT_PHRASE, Protection.Kind.TIMING));
        assertThat(of(after, "r"))
                .containsExactly(new Protection(RIGHT_PHRASE, Protection.Kind.TIMING));
        State lifted = Sung.after(after, new Protections(after).toggle());
        assertThat(lifted.session()).isEqualTo(BOTH.session());
    }

    /// Where one of several is not protected, all are.
    @Test
    void whatIsMixedBecomesProtected() {
        State left =
                Sung.after(
                        BOTH,
                        new Protections(BOTH).protect("l", LEFT_PHRASE, Protection.Kind.PITCH));
        State unfocused = Sung.of(left.session(), left.selection(), Focus.NOTHING);
        State after =
                Sung.after(unfocused, new Protections(unfocused).toggle(Protection.Kind.PITCH));
        assertThat(of(after, "l")).hasSize(1);
        assertThat(of(after, "r"))
                .containsExactly(new Protection(RIGHT_PHRASE, Protection.Kind.PITCH));
    }

    @Test
    void whatHasTheFocusDecidesWhatIsProtected() {
        RecordedSpan range = new RecordedSpan(22, 23);
        State ranged = Sung.of(Sung.session(), Selection.NOTHING, new Focus.OnRange("l", range));
        Act timing = new Protections(ranged).toggle();
        assertThat(of(Sung.after(ranged, timing), "l"))
                .containsExactly(new Protection(range, Protection.Kind.TIMING));
        State noted = Sung.of(Sung.session(), Selection.NOTHING, new Focus.OnNote("l", range));
        Act pitch = new Protections(noted).toggle();
        assertThat(of(Sung.after(noted, pitch), "l"))
                .containsExactly(new Protection(range, Protection.Kind.PITCH));

        State there = Sung.after(ranged, timing);
        Act both = new Protections(there).toggle(Protection.Kind.BOTH);
        assertThat(of(Sung.after(there, both), "l"))
                .containsExactly(new Protection(range, Protection.Kind.BOTH));
        Act lift = new Protections(there).toggle();
        assertThat(lift.focus()).hasValue(Focus.NOTHING);
        assertThat(of(Sung.after(there, lift), "l")).isEmpty();
    }

    @Test
    void whatTheGuideDoesNotHaveIsSuggestedOnce() {
        Protections now = new Protections(BOTH);
        State after = Sung.after(BOTH, now.protectSuggestions(BOTH.selected()));
        assertThat(of(after, "r"))
                .singleElement()
                .satisfies(p -> {
                    assertThat(p.stays()).isTrue();
                    assertThat(p.span().startSeconds()).isEqualTo(Sung.RIGHT_LATE_SECONDS + 8.5);
                });
        assertThat(new Protections(after).suggestions(after.voice("r").orElseThrow())).isEmpty();
    }
}
