package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static zelvan.session.ClipsTest.places;

import org.junit.jupiter.api.Test;

/// What is done to one clip by its handles.
class ClipHandlesTest {
    private static final double LENGTH = 10;

    /// Three clips of one recording, none of them heard.
    private static final Clips CUT = Clips.of(Layer.sung("r"), LENGTH).dividing(3).dividing(6);

    private static ClipHandles handles(int index) {
        return new ClipHandles(CUT, CUT.all().get(index), LENGTH);
    }

    @Test
    void whatIsMovedLeavesSilenceAndWhatWasThereGivesWay() {
        Clips moved = handles(1).moved(7);
        assertThat(places(moved))
                .containsExactly("0.0-3.0 at 0.0", "6.0-7.0 at 6.0", "3.0-6.0 at 7.0");
        assertThat(handles(1).copied(12).all()).hasSize(4);
        assertThat(places(handles(1).copied(12))).contains("3.0-6.0 at 3.0", "3.0-6.0 at 12.0");
    }

    /// It can be drawn out again as far as the recording goes, and no further.
    @Test
    void endsAreDrawnInAndOut() {
        Clips drawnIn = handles(2).ending(8);
        assertThat(places(drawnIn)).contains("6.0-8.0 at 6.0");
        Clip last = drawnIn.all().getLast();
        Clips out = new ClipHandles(drawnIn, last, LENGTH).ending(30);
        assertThat(out.endSeconds()).isCloseTo(LENGTH, within(1e-9));
        Clips early = handles(2).beginning(-5);
        assertThat(early.all()).hasSize(1);
        assertThat(early.all().getFirst().placedSeconds()).isZero();
    }

    @Test
    void aFadeAtASeamIsACrossfade() {
        Clips faded = handles(1).fadingIn(0.5);
        assertThat(places(faded)).startsWith("0.0-3.5 at 0.0", "3.0-6.0 at 3.0");
        assertThat(faded.all().getFirst().fadeOutSeconds()).isEqualTo(0.5);
        assertThat(faded.all().get(1).fadeInSeconds()).isEqualTo(0.5);
        Clips out = handles(1).fadingOut(0.5);
        assertThat(places(out)).endsWith("3.0-6.0 at 3.0", "5.5-10.0 at 5.5");
        assertThat(handles(1).fadingIn(50).all().get(1).fadeInSeconds()).isEqualTo(3);
    }
}
