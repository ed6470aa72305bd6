package zelvan.desktop.closeup;

import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Protections;
import zelvan.desktop.desk.Desk;
import zelvan.session.Gesture;
import zelvan.session.Protection;
import zelvan.units.RecordedSpan;

/// A stretch of a ribbon being dragged out, or an edge of a protected one.
public final class RangeDrag {
    private static final double SHORTEST_SECONDS = 0.02;

    private final Desk desk;
    private final Lane lane;

    /// What of the voice is under the mouse, as it was when the drag began.
    private final DoubleUnaryOperator source;

    private final Optional<Protection> protection;
    private final double fixedSeconds;
    private final Gesture gesture;
    private Optional<RecordedSpan> range = Optional.empty();

    private RangeDrag(
            Desk desk,
            Lane lane,
            double locked,
            Optional<Protection> protection,
            double fixedSeconds) {
        this.desk = desk;
        this.lane = lane;
        this.protection = protection;
        this.fixedSeconds = fixedSeconds;
        source = lane.source(locked);
        gesture = Gesture.begin();
    }

    /// A new stretch.
    ///
    /// @param shownSeconds where it begins
    public static RangeDrag of(Desk desk, Lane lane, double locked, double shownSeconds) {
        double fixed = lane.source(locked).applyAsDouble(shownSeconds);
        return new RangeDrag(desk, lane, locked, Optional.empty(), fixed);
    }

    /// An edge.
    ///
    /// @param otherSeconds the other edge, in the voice as recorded
    public static RangeDrag ofEdge(
            Desk desk, Lane lane, double locked, Protection protection, double otherSeconds) {
        return new RangeDrag(desk, lane, locked, Optional.of(protection), otherSeconds);
    }

    public void to(double shownSeconds) {
        double here = Math.clamp(source.applyAsDouble(shownSeconds), 0, lane.outline().seconds());
        if (Math.abs(here - fixedSeconds) < SHORTEST_SECONDS) {
            return;
        }
        RecordedSpan span =
                new RecordedSpan(Math.min(here, fixedSeconds), Math.max(here, fixedSeconds));
        String voiceId = lane.voice().id();
        if (protection.isPresent()) {
            Protection before = protection.get();
            desk.act(
                    now -> new Protections(now).change(voiceId, before, before.withSpan(span)),
                    gesture);
        } else {
            range = Optional.of(span);
            desk.focusOn(new Focus.OnRange(voiceId, span));
        }
    }

    /// Protects what was dragged out.
    public void protect() {
        range.ifPresent(span ->
                desk.act(now ->
                        new Protections(now)
                                .protect(lane.voice().id(), span, Protection.Kind.TIMING)));
    }
}
