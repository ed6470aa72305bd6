package zelvan.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import zelvan.desktop.acts.Selection;

class ViewportTest {
    private static final double SONG_SECONDS = 60;

    @Test
    void pixelsAndSecondsAreInverse() {
        Viewport view = new Viewport(10, 14);
        assertThat(view.x(11, 800)).isEqualTo(200);
        assertThat(view.secondsAt(200, 800)).isEqualTo(11);
    }

    @RepeatedTest(30)
    void zoomingKeepsThePivotAndStaysInTheSong(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Viewport view = new Viewport(20, 30);
        for (int i = 0; i < 30; i++) {
            double pivot = view.startSeconds() + random.nextDouble() * view.seconds();
            double x = view.x(pivot, 1000);
            Viewport next = view.zoomed(0.5 + random.nextDouble(), pivot, SONG_SECONDS);
            boolean atAnEdge =
                    next.startSeconds() < 1e-9 || next.endSeconds() > SONG_SECONDS - 1e-9;
            if (!atAnEdge) {
                assertThat(next.x(pivot, 1000)).isCloseTo(x, within(1e-6));
            }
            assertThat(next.startSeconds()).isGreaterThanOrEqualTo(0);
            assertThat(next.endSeconds()).isLessThanOrEqualTo(SONG_SECONDS + 1e-9);
            view = next;
        }
    }

    @Test
    void movingStopsAtTheEnds() {
        Viewport view = new Viewport(1, 3);
        assertThat(view.moved(-5, SONG_SECONDS)).isEqualTo(new Viewport(0, 2));
        assertThat(view.moved(100, SONG_SECONDS)).isEqualTo(new Viewport(58, 60));
    }

    @Test
    void selectionsToggleAndForgetWhatIsGone() {
        Selection both = Selection.ofVoice("a").toggling("b");
        assertThat(both.voiceIds()).containsExactly("a", "b");
        assertThat(both.toggling("a").voiceIds()).containsExactly("b");
        assertThat(both.keeping(Set.of("b")).voiceIds()).containsExactly("b");
    }
}
