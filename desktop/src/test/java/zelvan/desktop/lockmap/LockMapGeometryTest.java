package zelvan.desktop.lockmap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zelvan.derived.Clocks;
import zelvan.desktop.desk.Overview;
import zelvan.desktop.desk.Overview.Columns;
import zelvan.timing.TimeMap;
import zelvan.units.GuideSpan;

/// A song of five minutes with a hundred phrases, some of them a word.
class LockMapGeometryTest {
    private static final double SECONDS = 300;
    private static final double WIDTH = 1000;
    private static final List<GuideSpan> PHRASES =
            IntStream.range(0, 100)
                    .mapToObj(i -> new GuideSpan(2.9 * i + 1, 2.9 * i + 1 + (i % 7 == 3 ? 0.3 : 2)))
                    .toList();

    private static LockMapGeometry geometry(Overview shown) {
        return new LockMapGeometry(
                PHRASES,
                PHRASES.stream().map(GuideSpan::startSeconds).toList(),
                Clocks.ofGuide(TimeMap.IDENTITY),
                SECONDS,
                shown,
                WIDTH);
    }

    private static Overview laid(Columns columns) {
        return new Overview(columns, 0, 1);
    }

    @ParameterizedTest
    @EnumSource(Columns.class)
    void whatStandsAtAPlaceStandsThere(Columns columns) {
        for (Overview shown :
                List.of(
                        laid(columns),
                        laid(columns).zoomed(0.1, 0.4),
                        laid(columns).zoomed(0.02, 1))) {
            LockMapGeometry geometry = geometry(shown);
            for (double x = 0; x <= WIDTH; x += 7.3) {
                double seconds = geometry.secondsAt(x);
                if (seconds > 1) {
                    assertThat(geometry.x(seconds)).isCloseTo(x, within(1e-6));
                }
            }
        }
    }

    /// A hundred phrases in a thousand pixels.
    @ParameterizedTest
    @EnumSource(Columns.class)
    void namesAreLeftOutWhereTheyWouldTouch(Columns columns) {
        assertThat(geometry(laid(columns)).every(26)).isEqualTo(5);
        assertThat(geometry(laid(columns)).every(9)).isEqualTo(1);
        assertThat(geometry(laid(columns).zoomed(0.3, 0.5)).every(26)).isEqualTo(1);
        assertThat(geometry(laid(columns)).every(90)).isEqualTo(10);
    }

    @ParameterizedTest
    @EnumSource(Columns.class)
    void everyPhraseCanBeHit(Columns columns) {
        LockMapGeometry geometry = geometry(laid(columns));
        for (int i = 0; i < PHRASES.size(); i++) {
            LockMapGeometry.Extent extent = geometry.phraseExtent(i);
            assertThat(extent.width()).isGreaterThanOrEqualTo(8);
            assertThat(geometry.phraseAt(extent.middle())).hasValue(i);
        }
    }

    @Test
    void equalColumnsAreEquallyWideAndLeaveNothingOut() {
        LockMapGeometry geometry = geometry(laid(Columns.EQUAL));
        for (int i = 0; i < PHRASES.size(); i++) {
            assertThat(geometry.phraseExtent(i).x()).isCloseTo(10.0 * i, within(1e-6));
        }
        assertThat(geometry.x(SECONDS)).isCloseTo(WIDTH, within(1e-6));
        assertThat(geometry.secondsAt(WIDTH)).isCloseTo(SECONDS, within(1e-6));
    }

    @ParameterizedTest
    @EnumSource(Columns.class)
    void laterIsFurtherRight(Columns columns) {
        LockMapGeometry geometry = geometry(laid(columns).zoomed(0.3, 0.5));
        double before = Double.NEGATIVE_INFINITY;
        for (double seconds = 1; seconds < SECONDS; seconds += 0.37) {
            assertThat(geometry.x(seconds)).isGreaterThan(before);
            before = geometry.x(seconds);
        }
    }

    @Test
    void aSongWithoutPhrasesHasAnAxisAllTheSame() {
        LockMapGeometry none =
                new LockMapGeometry(
                        List.of(),
                        List.of(),
                        Clocks.ofGuide(TimeMap.IDENTITY),
                        SECONDS,
                        laid(Columns.EQUAL),
                        WIDTH);
        assertThat(none.x(150)).isCloseTo(500, within(1e-9));
        assertThat(none.phraseAt(500)).isEmpty();
    }
}
