package zelvan.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import zelvan.desktop.desk.Overview.Columns;

class OverviewTest {
    @Test
    void aPlaceStaysWhereItIsWhileOneZooms() {
        Overview shown = Overview.WHOLE.zoomed(0.5, 0.4).zoomed(0.5, 0.4);
        assertThat((0.4 - shown.from()) / (shown.to() - shown.from())).isCloseTo(0.4, within(1e-9));
        assertThat(shown.to() - shown.from()).isCloseTo(0.25, within(1e-9));
    }

    @Test
    void howeverItIsTurnedItStaysWithinTheSong() {
        Random random = new Random(4);
        Overview shown = Overview.WHOLE;
        for (int i = 0; i < 5000; i++) {
            shown =
                    random.nextBoolean()
                            ? shown.zoomed(0.3 + 2 * random.nextDouble(), random.nextDouble())
                            : shown.moved(2 * random.nextDouble() - 1);
            assertThat(shown.from()).isGreaterThanOrEqualTo(0);
            assertThat(shown.to()).isLessThanOrEqualTo(1);
        }
        assertThat(shown.zoomed(1e9, 0.5).isWhole()).isTrue();
    }

    @Test
    void theOtherWayRoundShowsAllOfTheSong() {
        Overview other = Overview.WHOLE.zoomed(0.1, 0.2).otherwise();
        assertThat(other).isEqualTo(new Overview(Columns.EQUAL, 0, 1));
        assertThat(other.otherwise()).isEqualTo(Overview.WHOLE);
    }
}
