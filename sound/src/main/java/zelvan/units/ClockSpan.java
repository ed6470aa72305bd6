package zelvan.units;

import java.util.ArrayList;
import java.util.List;

/// A stretch of time by one of the session's clocks, so that stretches by different clocks are
/// never taken for each other.
///
/// @param <S> the kind itself
public sealed interface ClockSpan<S extends ClockSpan<S>>
        permits RecordedSpan, GuideSpan, SongSpan {
    /// The same stretch, for where there is only one clock.
    TimeSpan time();

    /// Another stretch by the same clock.
    S of(TimeSpan other);

    /// Stretches for where there is only one clock.
    static List<TimeSpan> times(List<? extends ClockSpan<?>> spans) {
        return spans.stream().map(ClockSpan::time).toList();
    }

    default double startSeconds() {
        return time().startSeconds();
    }

    default double endSeconds() {
        return time().endSeconds();
    }

    /// Its length, 0 or more.
    default double seconds() {
        return time().seconds();
    }

    default double middleSeconds() {
        return time().middleSeconds();
    }

    default boolean contains(double moment) {
        return time().contains(moment);
    }

    /// Whether the two share more than a border.
    default boolean overlaps(S other) {
        return time().overlaps(other.time());
    }

    /// How much time the two share, 0 or more.
    default double sharedSeconds(S other) {
        return time().sharedSeconds(other.time());
    }

    /// What two stretches that overlap have in common.
    default S shared(S other) {
        return of(time().shared(other.time()));
    }

    /// What of this stretch lies outside another: nothing, one piece or two.
    default List<S> without(S other) {
        return time().without(other.time()).stream().map(this::of).toList();
    }

    /// The same stretch, that much later.
    default S shiftedBy(double seconds) {
        return of(time().shiftedBy(seconds));
    }

    /// The same stretch with `seconds` more on both sides.
    default S widenedBy(double seconds) {
        return of(time().widenedBy(seconds));
    }

    /// What spans share with one of them, counted from its beginning; without those that share
    /// nothing.
    static <S extends ClockSpan<S>> List<S> cut(List<S> spans, S frame) {
        return spans.stream()
                .filter(s -> s.overlaps(frame))
                .map(s -> s.shared(frame).shiftedBy(-frame.startSeconds()))
                .toList();
    }

    /// Spans in order, those joined that are less than `gapSeconds` apart.
    static <S extends ClockSpan<S>> List<S> joined(List<S> spans, double gapSeconds) {
        List<S> joined = new ArrayList<>();
        for (S span : spans) {
            if (!joined.isEmpty()
                    && span.startSeconds() - joined.getLast().endSeconds() < gapSeconds) {
                S last = joined.removeLast();
                double end = Math.max(last.endSeconds(), span.endSeconds());
                joined.add(last.of(new TimeSpan(last.startSeconds(), end)));
            } else {
                joined.add(span);
            }
        }
        return joined;
    }
}
