package zelvan.desktop.closeup;

import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Focus;
import zelvan.session.Gesture;
import zelvan.session.Protection;
import zelvan.units.TimeSpan;

/// A stretch of a ribbon being dragged out, or an edge of a protected one.
final class RangeDrag {
    private static final double SHORTEST_SECONDS = 0.02;

    private final AppModel model;
    private final Lane lane;

    /// What of the voice is under the mouse, as it was when the drag began.
    private final DoubleUnaryOperator source;

    private final Optional<Protection> protection;
    private final double fixedSeconds;
    private final Gesture gesture;
    private Optional<TimeSpan> range = Optional.empty();

    private RangeDrag(
            AppModel model,
            Lane lane,
            double locked,
            Optional<Protection> protection,
            double fixedSeconds) {
        this.model = model;
        this.lane = lane;
        this.protection = protection;
        this.fixedSeconds = fixedSeconds;
        source = lane.source(locked);
        gesture = Gesture.begin();
    }

    /// A new stretch.
    ///
    /// @param shownSeconds where it begins
    static RangeDrag of(AppModel model, Lane lane, double locked, double shownSeconds) {
        double fixed = lane.source(locked).applyAsDouble(shownSeconds);
        return new RangeDrag(model, lane, locked, Optional.empty(), fixed);
    }

    /// An edge.
    ///
    /// @param otherSeconds the other edge, in the voice as recorded
    static RangeDrag ofEdge(
            AppModel model, Lane lane, double locked, Protection protection, double otherSeconds) {
        return new RangeDrag(model, lane, locked, Optional.of(protection), otherSeconds);
    }

    void to(double shownSeconds) {
        double here = Math.clamp(source.applyAsDouble(shownSeconds), 0, lane.analysis().seconds());
        if (Math.abs(here - fixedSeconds) < SHORTEST_SECONDS) {
            return;
        }
        TimeSpan span = new TimeSpan(Math.min(here, fixedSeconds), Math.max(here, fixedSeconds));
        String voiceId = lane.voice().id();
        if (protection.isPresent()) {
            model.protections()
                    .change(voiceId, protection.get(), protection.get().withSpan(span), gesture);
        } else {
            range = Optional.of(span);
            model.focus().set(new Focus.OnRange(voiceId, span));
        }
    }

    /// Protects what was dragged out.
    void protect() {
        range.ifPresent(span ->
                model.protections().protect(lane.voice().id(), span, Protection.Kind.TIMING));
    }
}
