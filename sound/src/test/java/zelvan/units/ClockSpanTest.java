package zelvan.units;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ClockSpanTest {
    private static SongSpan span(double from, double to) {
        return new SongSpan(from, to);
    }

    @Test
    void spansDoNotEndBeforeTheyBegin() {
        assertThatThrownBy(() -> span(2, 1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> span(0, Double.NaN)).isInstanceOf(IllegalArgumentException.class);
        assertThat(span(1, 1).seconds()).isZero();
        assertThat(span(1, 1).contains(1)).isFalse();
    }

    @Test
    void whatIsNearIsJoined() {
        List<SongSpan> spans = List.of(span(0, 1), span(1.2, 2), span(1.3, 1.5), span(2.5, 3));
        assertThat(ClockSpan.joined(spans, 0.3)).containsExactly(span(0, 2), span(2.5, 3));
        assertThat(ClockSpan.joined(spans, 0.1))
                .containsExactly(span(0, 1), span(1.2, 2), span(2.5, 3));
        assertThat(ClockSpan.joined(spans, 1)).containsExactly(span(0, 3));
        assertThat(ClockSpan.joined(List.<SongSpan>of(), 1)).isEmpty();
    }

    /// What is shared and what is left make up the whole; joined spans keep their gaps.
    @Test
    void partsMakeUpTheWhole() {
        Random random = new Random(4);
        for (int i = 0; i < 1000; i++) {
            SongSpan one = span(random.nextDouble(), 1 + random.nextDouble());
            double from = 2.5 * random.nextDouble();
            SongSpan other = span(from, from + random.nextDouble());
            double left = one.without(other).stream().mapToDouble(SongSpan::seconds).sum();
            assertThat(left + one.sharedSeconds(other)).isCloseTo(one.seconds(), within(1e-12));
            assertThat(one.sharedSeconds(other) > 0).isEqualTo(one.overlaps(other));
        }
        List<SongSpan> spans = new ArrayList<>();
        double at = 0;
        for (int i = 0; i < 100; i++) {
            double from = at + random.nextDouble();
            at = from + random.nextDouble();
            spans.add(span(from, at));
        }
        List<SongSpan> joined = ClockSpan.joined(spans, 0.5);
        for (int i = 1; i < joined.size(); i++) {
            double gap = joined.get(i).startSeconds() - joined.get(i - 1).endSeconds();
            assertThat(gap).isGreaterThanOrEqualTo(0.5);
        }
        assertThat(spans)
                .allMatch(s -> joined.stream().anyMatch(j -> j.sharedSeconds(s) == s.seconds()));
    }

    @Test
    void spansAreCutToAFrame() {
        List<SongSpan> spans = List.of(span(0, 1), span(1.5, 3), span(4, 5));
        assertThat(ClockSpan.cut(spans, span(0.5, 2))).containsExactly(span(0, 0.5), span(1, 1.5));
    }
}
